import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { api, type Schemas } from '../../../api/client';
import { grouped } from '../../../parts/format';
import { useUndo } from '../../../parts/undo';
import { Feeds } from './Feeds';
import { FileIntoBrief } from './FileIntoBrief';
import type { Brief } from './useDraft';

/** Who a campaign goes to: lists, and numbers typed or pasted. */
export function AudienceRow({
  campaign,
  brief,
  change,
}: {
  campaign: Schemas['Campaign'];
  brief: Brief;
  change: (part: Partial<Brief>) => void;
}) {
  const lists = useQuery({
    queryKey: ['lists'],
    queryFn: () => api.get<Schemas['ListView'][]>('/lists'),
  });
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const unpick = useMutation({
    mutationFn: async () => {
      const picked = await api.get<number[]>(`/campaigns/${campaign.id}/picked`);
      await api.delete(`/campaigns/${campaign.id}/picked`);
      return picked;
    },
    onSuccess: (people) => {
      offerUndo('The picked people are left out.', () =>
        api.post(`/campaigns/${campaign.id}/picked`, { people }),
      );
      void queries.invalidateQueries({ queryKey: ['campaign', campaign.id] });
      void queries.invalidateQueries({ queryKey: ['preflight', campaign.id] });
    },
  });
  const [typing, setTyping] = useState(brief.typedNumbers !== '');
  const chosen = lists.data?.filter((list) => brief.lists.includes(list.id)) ?? [];
  const others = lists.data?.filter((list) => !brief.lists.includes(list.id)) ?? [];
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        {chosen.map((list) => (
          <span key={list.id} className="btn btn-sm btn-outline cursor-default border-base-300">
            {list.name} <span className="figure font-normal">{grouped(list.people)}</span>
            <button
              aria-label={`Leave ${list.name} out`}
              onClick={() => change({ lists: brief.lists.filter((id) => id !== list.id) })}
            >
              <X size={13} aria-hidden />
            </button>
          </span>
        ))}
        {others.length > 0 && (
          <select
            className="select select-sm w-40"
            aria-label="Add a list"
            value=""
            onChange={(event) => change({ lists: [...brief.lists, Number(event.target.value)] })}
          >
            <option value="" disabled>
              add a list
            </option>
            {others.map((list) => (
              <option key={list.id} value={list.id}>
                {list.name} ({grouped(list.people)})
              </option>
            ))}
          </select>
        )}
        {campaign.picked > 0 && (
          <span className="btn btn-sm btn-outline cursor-default border-base-300">
            picked by hand <span className="figure font-normal">{grouped(campaign.picked)}</span>
            <button aria-label="Leave the picked people out" onClick={() => unpick.mutate()}>
              <X size={13} aria-hidden />
            </button>
          </span>
        )}
        {!typing && (
          <button className="link-plain" onClick={() => setTyping(true)}>
            type or paste numbers
          </button>
        )}
      </div>
      {typing && (
        <textarea
          className="textarea figure mt-2 min-h-16 w-full"
          aria-label="Numbers, one a line"
          placeholder="Numbers, one a line"
          value={brief.typedNumbers}
          onChange={(event) => change({ typedNumbers: event.target.value })}
        />
      )}
      {brief.lists.length > 0 && <Feeds campaign={campaign.id} />}
      <FileIntoBrief onList={(list) => change({ lists: [...new Set([...brief.lists, list])] })} />
    </>
  );
}
