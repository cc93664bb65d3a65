import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../api/client';

export type Preflight = Schemas['Result'];

/** What would happen if a draft were launched now; asked again as time passes. */
export function usePreflight(campaign: Schemas['Campaign']) {
  return useQuery({
    queryKey: ['preflight', campaign.id, campaign.version],
    queryFn: () => api.get<Preflight>(`/campaigns/${campaign.id}/preflight`),
    placeholderData: keepPreviousData,
    refetchInterval: 30_000,
  });
}
