import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../api/client';
import { grouped, share } from '../../../parts/format';

type Tally = Schemas['ListTally'];

/** How each list of a campaign did; nothing where there is only one. */
export function ByList({ campaign }: { campaign: Schemas['Campaign'] }) {
  const tallies = useQuery({
    queryKey: ['campaign', campaign.id, 'by-list'],
    queryFn: () => api.get<Tally[]>(`/campaigns/${campaign.id}/by-list`),
    enabled: campaign.brief.lists.length > 1,
  });
  if (!tallies.data || tallies.data.length === 0) {
    return null;
  }
  const lists = [...new Set(tallies.data.map((one) => one.list))];
  const count = (list: string, ...states: Tally['state'][]) =>
    tallies.data
      .filter((one) => one.list === list && (states.length === 0 || states.includes(one.state)))
      .reduce((sum, one) => sum + one.people, 0);
  return (
    <section>
      <h2 className="section-title mb-2">By list</h2>
      <table className="w-full">
        <tbody>
          {lists.map((list) => (
            <tr key={list} className="row-line">
              <td className="py-1.5">{list}</td>
              <td className="figure text-right">{grouped(count(list))}</td>
              <td className="figure text-right">
                {grouped(count(list, 'REACHED'))} delivered{' '}
                <span className="text-muted">{share(count(list, 'REACHED'), count(list))}</span>
              </td>
              <td className="figure text-right">
                {grouped(count(list, 'FAILED', 'EXPIRED'))} failed
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
