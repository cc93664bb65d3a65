import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from './client';

export type Session = Schemas['Session'];
export type Permission = NonNullable<Session['permissions']>[number];

/** Who is signed in. */
export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: () => api.get<Session>('/session'),
    staleTime: 60_000,
  });
}

/** Whether the one who is signed in may do something. */
export function useMay(permission: Permission): boolean {
  const { data } = useSession();
  return data?.permissions.includes(permission) ?? false;
}
