import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import type { Plan } from './importPlan';

export type ImportCheck = Schemas['CheckView'];

/** What a whole file would come to under a plan, counted before anything is written. */
export function useImportCheck(id: number, plan: Plan, edits: number) {
  return useQuery({
    queryKey: ['import-check', id, edits, plan],
    queryFn: () => api.post<ImportCheck>(`/imports/${id}/check`, plan),
    placeholderData: keepPreviousData,
    // A large file is counted in the background; asking again tells how far it is.
    refetchInterval: (query) => (query.state.data?.counted === false ? 500 : false),
    staleTime: Infinity,
    retry: false,
    enabled: /^[A-Z]{2}$/.test(plan.region),
  });
}
