import { useInfiniteQuery } from '@tanstack/react-query';
import { api } from '../api/client';

interface Page<T> {
  items: T[];
  next: string | null;
}

/** A list that is paged by key, page after page as it is asked for. */
export function usePages<T>(key: unknown[], path: string, by: 'after' | 'before', enabled = true) {
  const query = useInfiniteQuery({
    queryKey: key,
    enabled,
    initialPageParam: '',
    queryFn: ({ pageParam }) => {
      const mark = path.includes('?') ? '&' : '?';
      return api.get<Page<T>>(pageParam ? `${path}${mark}${by}=${pageParam}` : path);
    },
    getNextPageParam: (last) => last.next,
  });
  return {
    ...query,
    rows: query.data?.pages.flatMap((page) => page.items) ?? [],
  };
}
