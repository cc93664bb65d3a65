import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { said, type Filter } from './filters';

/** What a saved filter asks, as one sentence. */
export function FilterSentence({ filter }: { filter: Filter }) {
  const lists = useQuery({
    queryKey: ['lists'],
    queryFn: () => api.get<Schemas['ListView'][]>('/lists'),
  });
  return (
    <p className="mt-1 max-w-4xl">
      <span className="text-muted">Everybody</span>{' '}
      {filter.conditions.map((one, at) => (
        <span key={at}>
          {at > 0 && <span className="text-muted"> and </span>}
          {said(one, lists.data ?? [])}
        </span>
      ))}
      .
    </p>
  );
}
