import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../api/client';

/** The house: its name, zone, default country and currency. */
export function useHouse() {
  const { data } = useQuery({
    queryKey: ['house'],
    queryFn: () => api.get<Schemas['HouseBody']>('/house'),
    staleTime: Infinity,
  });
  return data ?? { name: '', zone: 'UTC', region: 'US', currency: 'USD', version: 0 };
}
