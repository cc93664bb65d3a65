import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import type { Agreement } from './AgreementLine';

export type ImportCheck = Schemas['CheckView'];

/** What a whole file would come to under a mapping, counted before anything is written. */
export function useImportCheck(
  id: number,
  body: { roles: Schemas['ProposedColumn']['role'][]; region: string; agreement: Agreement },
) {
  return useQuery({
    queryKey: ['import-check', id, body],
    queryFn: () => api.post<ImportCheck>(`/imports/${id}/check`, body),
    placeholderData: keepPreviousData,
    // A large file is counted in the background; asking again tells how far it is.
    refetchInterval: (query) => (query.state.data?.counted === false ? 500 : false),
    staleTime: Infinity,
    retry: false,
    enabled: /^[A-Z]{2}$/.test(body.region),
  });
}
