import type { Schemas } from '../../../api/client';
import { ChannelMark } from '../../../parts/ChannelMark';
import { MoreButton } from '../../../parts/MoreButton';
import { dayAndTime, grouped, spaced } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { usePages } from '../../../parts/usePages';

/** What people answered, newest first; opt-outs among them. */
export function Replies({
  campaignId,
  replies,
  stops,
}: {
  campaignId: number;
  replies: number;
  stops: number;
}) {
  const { zone } = useHouse();
  const pages = usePages<Schemas['Reply']>(
    ['campaign', campaignId, 'replies'],
    `/campaigns/${campaignId}/replies`,
    'before',
  );
  return (
    <section>
      <h2 className="section-title mb-2">
        {grouped(replies)} {replies === 1 ? 'reply' : 'replies'}, {grouped(stops)} said stop
      </h2>
      {pages.isSuccess && pages.rows.length === 0 && (
        <p className="row-line py-2 text-muted">Nobody has answered yet.</p>
      )}
      <ul>
        {pages.rows.map((reply) => (
          <li key={reply.id} className="row-line py-1.5">
            <p>
              {reply.optOut && <strong className="text-error">said stop </strong>}
              <ChannelMark channel={reply.channel} /> “{reply.text}”
            </p>
            <p className="text-muted">
              {reply.name} <span className="figure">{spaced(reply.number)}</span> ·{' '}
              {dayAndTime(reply.at, zone)}
            </p>
          </li>
        ))}
      </ul>
      <MoreButton query={pages} />
    </section>
  );
}
