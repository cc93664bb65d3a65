import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { ChannelMark } from '../../parts/ChannelMark';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { dayAndTime, spaced } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { useUndo } from '../../parts/undo';

/** Replies that wait to be read. Opt-outs are understood by themselves and are not among them. */
export default function RepliesPage() {
  const { zone } = useHouse();
  const may = useMay('RUN_CAMPAIGNS');
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const replies = useQuery({
    queryKey: ['replies', 'unread'],
    queryFn: () => api.get<Schemas['UnreadReply'][]>('/replies/unread'),
  });
  const read = useMutation({
    mutationFn: (id: number) => api.post(`/replies/${id}/read`),
    onSuccess: (_, id) => {
      offerUndo('One reply is read.', () => api.delete(`/replies/${id}/read`));
      void queries.invalidateQueries({ queryKey: ['replies'] });
      void queries.invalidateQueries({ queryKey: ['campaigns', 'today'] });
    },
  });
  return (
    <>
      <PageHead
        title="Replies to read"
        beside="oldest first; who said stop is dealt with already"
      />
      <ProblemNote error={replies.error ?? read.error} />
      {replies.data?.length === 0 && <p className="mt-5 text-muted">All replies have been read.</p>}
      <ul className="mt-4 max-w-3xl">
        {replies.data?.map((reply) => (
          <li key={reply.id} className="row-line flex items-baseline gap-4 py-2">
            <span className="min-w-0">
              <span className="block">
                <ChannelMark channel={reply.channel} /> “{reply.text}”
              </span>
              <span className="text-muted">
                {reply.name} <span className="figure">{spaced(reply.number)}</span> ·{' '}
                {dayAndTime(reply.at, zone)}
                {reply.campaignId !== null && (
                  <>
                    {' '}
                    ·{' '}
                    <Link className="link-plain" to={`/campaigns/${reply.campaignId}`}>
                      campaign
                    </Link>
                  </>
                )}
              </span>
            </span>
            {may && (
              <button
                className="btn btn-sm ml-auto"
                disabled={read.isPending}
                onClick={() => read.mutate(reply.id)}
              >
                Read
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
