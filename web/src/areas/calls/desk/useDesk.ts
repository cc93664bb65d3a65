import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, type Schemas } from '../../../api/client';
import { openLine, type LineSound } from './lineSound';

export type Desk = Schemas['DeskView'];

const KEY = ['desk'];
const AGAIN_AFTER_MS = 1_000;

/** What came later counts, whichever way it came. */
function take(queries: QueryClient, desk: Desk) {
  const before = queries.getQueryData<Desk>(KEY);
  if (!before || Date.parse(before.at) <= Date.parse(desk.at)) {
    queries.setQueryData(KEY, desk);
  }
}

/** The agent's desk, as it is now. */
export function useDesk() {
  return useQuery({ queryKey: KEY, queryFn: () => api.get<Desk>('/desk') });
}

/** Something that is done at the desk, such as "ready" or "say". */
export interface DeskAct {
  act: string;
  body?: object;
}

/** Does something at the desk; a refusal is kept as an error until the next act. */
export function useDeskAct() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'desk' },
    mutationFn: ({ act, body }: DeskAct) => api.post<Desk>(`/desk/${act}`, body ?? {}),
    onSuccess: (desk) => take(queries, desk),
    onError: () => void queries.invalidateQueries({ queryKey: KEY }),
  });
}

/**
 * Listens to the desk: what changes, and what the telephone hears. Connects again by itself, so that
 * whoever loads the page in mid-call is back in it.
 */
export function useDeskLine(): { sound: LineSound | undefined; connected: boolean } {
  const queries = useQueryClient();
  const [sound, setSound] = useState<LineSound>();
  const [connected, setConnected] = useState(false);
  useEffect(() => {
    const line = openLine();
    let socket: WebSocket | undefined;
    let closed = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const connect = () => {
      socket = new WebSocket('/api/v1/desk/socket');
      socket.binaryType = 'arraybuffer';
      socket.onopen = () => {
        setSound(line);
        setConnected(true);
      };
      socket.onmessage = (event: MessageEvent<string | ArrayBuffer>) => {
        if (typeof event.data === 'string') {
          take(queries, JSON.parse(event.data) as Desk);
        } else {
          line.play(event.data);
        }
      };
      socket.onclose = () => {
        setConnected(false);
        if (!closed) {
          timer = setTimeout(connect, AGAIN_AFTER_MS);
        }
      };
    };
    connect();
    const wake = () => line.wake();
    window.addEventListener('keydown', wake);
    window.addEventListener('pointerdown', wake);
    return () => {
      closed = true;
      clearTimeout(timer);
      socket?.close();
      line.close();
      window.removeEventListener('keydown', wake);
      window.removeEventListener('pointerdown', wake);
    };
  }, [queries]);
  return { sound, connected };
}
