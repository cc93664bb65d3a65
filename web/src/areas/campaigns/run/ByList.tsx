import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../api/client';
import { STATE_WORDS, grouped, share } from '../../../parts/format';
import type { ChosenPlace } from './Places';

type Tally = Schemas['ListTally'];

const ENDS = ['REACHED', 'FAILED', 'EXPIRED'] as const;

/** How each list of a campaign did; nothing where there is only one. */
export function ByList({
  campaign,
  onChoose,
}: {
  campaign: Schemas['Campaign'];
  onChoose: (place: ChosenPlace) => void;
}) {
  const tallies = useQuery({
    queryKey: ['campaign', campaign.id, 'by-list'],
    queryFn: () => api.get<Tally[]>(`/campaigns/${campaign.id}/by-list`),
    enabled: campaign.brief.lists.length > 1,
  });
  if (!tallies.data || tallies.data.length === 0) {
    return null;
  }
  const rows = [...Map.groupBy(tallies.data, (one) => one.listId).entries()];
  return (
    <section aria-label="By list">
      <h2 className="section-title mb-2">By list</h2>
      <table className="rows w-full">
        <tbody>
          {rows.map(([list, states]) => {
            const name = states[0]?.list ?? '';
            const all = states.reduce((sum, one) => sum + one.people, 0);
            return (
              <tr key={list} className="row-line">
                <td className="py-1.5">{name}</td>
                <td className="text-right">
                  <button
                    className="link-plain figure"
                    aria-label={`${grouped(all)} on ${name}: show them`}
                    onClick={() => onChoose({ states: [], list, words: name })}
                  >
                    {grouped(all)}
                  </button>
                </td>
                {ENDS.map((state) => {
                  const count = states.find((one) => one.state === state)?.people ?? 0;
                  return (
                    <td key={state} className="text-right whitespace-nowrap">
                      <button
                        className="link-plain figure"
                        disabled={count === 0}
                        aria-label={`${grouped(count)} ${STATE_WORDS[state]} on ${name}: show them`}
                        onClick={() => onChoose({ states: [state], list, words: name })}
                      >
                        {grouped(count)}
                      </button>{' '}
                      {STATE_WORDS[state]}{' '}
                      {state === 'REACHED' && (
                        <span className="text-muted">{share(count, all)}</span>
                      )}
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
