import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { dayAndTime } from '../../parts/format';
import { useHouse } from '../../parts/house';

/** What was changed of a person by hand, newest first. */
export function PersonHistory({ id }: { id: number }) {
  const { zone } = useHouse();
  const history = useQuery({
    queryKey: ['person', id, 'history'],
    queryFn: () => api.get<Schemas['HistoryLine'][]>(`/people/${id}/history`),
  });
  if (!history.data || history.data.length === 0) {
    return null;
  }
  return (
    <section>
      <h2 className="section-title mb-1">Changed by hand</h2>
      {history.data.map((line, at) => (
        <p key={at} className="row-line py-1.5">
          {line.what.replaceAll('_', ' ')}: <s className="text-muted">{line.before || 'blank'}</s> →{' '}
          {line.after || 'blank'}{' '}
          <span className="text-muted">
            {line.by ?? 'Gemba'}, {dayAndTime(line.at, zone)}
          </span>
        </p>
      ))}
    </section>
  );
}
