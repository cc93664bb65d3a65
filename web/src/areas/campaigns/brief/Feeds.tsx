import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../../api/client';
import { ProblemNote } from '../../../parts/ProblemNote';

/** Whether a campaign takes in whoever comes onto its lists while it runs. */
export function Feeds({ campaign }: { campaign: number }) {
  const queries = useQueryClient();
  const key = ['campaign', campaign, 'feeds'];
  const is = useQuery({
    queryKey: key,
    queryFn: () => api.get<Schemas['FeedsBody']>(`/campaigns/${campaign}/feeds`),
  });
  const set = useMutation({
    mutationFn: (feeds: boolean) =>
      api.put<Schemas['FeedsBody']>(`/campaigns/${campaign}/feeds`, { feeds }),
    onSuccess: (now) => queries.setQueryData(key, now),
  });
  return (
    <>
      <label className="mt-2 flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={is.data?.feeds ?? false}
          disabled={set.isPending}
          onChange={(event) => set.mutate(event.target.checked)}
        />
        also whoever comes onto these lists while it runs; it then ends when it is stopped
      </label>
      <ProblemNote error={set.error} />
    </>
  );
}
