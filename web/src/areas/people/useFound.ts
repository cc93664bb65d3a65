import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import type { Selection } from './filters';

type Page = Schemas['PagePersonRow'];

/** People of a selection, page after page. */
export function useFound(selection: Selection, enabled: boolean) {
  const query = useInfiniteQuery({
    queryKey: ['people', selection],
    queryFn: ({ pageParam }) =>
      api.post<Page>('/people/find', { selection, after: Number(pageParam) }),
    initialPageParam: '0',
    getNextPageParam: (last: Page) => last.next,
    placeholderData: keepPreviousData,
    enabled,
  });
  return { ...query, rows: query.data?.pages.flatMap((page) => page.items) ?? [] };
}

/** How many people a selection is. */
export function useHowMany(selection: Selection, enabled: boolean) {
  return useQuery({
    queryKey: ['people', 'count', selection],
    queryFn: () => api.post<Schemas['CountView']>('/people/count', selection),
    placeholderData: keepPreviousData,
    enabled,
  });
}
