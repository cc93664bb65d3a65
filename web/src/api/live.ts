import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';
import { api, type Schemas } from './client';

export type Now = Schemas['Now'];

const LOCK = 'gemba-live';
const CHANNEL = 'gemba-live';

interface Told {
  at: string;
  now: Now;
}

let clockOffset = 0;
const clockListeners = new Set<() => void>();

function learnClock(at: string) {
  const offset = Date.parse(at) - Date.now();
  if (Math.abs(offset - clockOffset) > 2000) {
    clockOffset = offset;
    clockListeners.forEach((listener) => listener());
  }
}

/** How far the house's business clock is from this machine's, in milliseconds. */
export function useClockOffset(): number {
  return useSyncExternalStore(
    (listener) => {
      clockListeners.add(listener);
      return () => clockListeners.delete(listener);
    },
    () => clockOffset,
  );
}

function take(told: Told, queries: QueryClient) {
  learnClock(told.at);
  const before = queries.getQueryData<Now>(['now']);
  queries.setQueryData(['now'], told.now);
  const ids = new Set([...(before?.campaigns ?? []), ...told.now.campaigns].map((one) => one.id));
  const changed = JSON.stringify(before?.campaigns) !== JSON.stringify(told.now.campaigns);
  if (before && changed) {
    void queries.invalidateQueries({ queryKey: ['campaigns'] });
    ids.forEach((id) => void queries.invalidateQueries({ queryKey: ['campaign', id] }));
  }
  if (before && JSON.stringify(before.imports) !== JSON.stringify(told.now.imports)) {
    void queries.invalidateQueries({ queryKey: ['imports'] });
    void queries.invalidateQueries({ queryKey: ['import'] });
    void queries.invalidateQueries({ queryKey: ['lists'] });
  }
}

/**
 * Keeps everything live: one stream for the whole browser, held by one tab and passed on to the
 * others.
 */
export function useLive() {
  const queries = useQueryClient();
  useEffect(() => {
    const channel = new BroadcastChannel(CHANNEL);
    const giveUp = new AbortController();
    let stream: EventSource | undefined;
    channel.onmessage = (message: MessageEvent<Told>) => take(message.data, queries);
    const hold = () =>
      new Promise<void>((release) => {
        stream = new EventSource('/api/v1/live');
        stream.addEventListener('now', (event: MessageEvent<string>) => {
          const told = JSON.parse(event.data) as Told;
          take(told, queries);
          channel.postMessage(told);
        });
        giveUp.signal.addEventListener('abort', () => release());
      });
    navigator.locks.request(LOCK, { signal: giveUp.signal }, hold).catch(() => undefined);
    return () => {
      giveUp.abort();
      stream?.close();
      channel.close();
    };
  }, [queries]);
}

/** What is happening now. */
export function useNow() {
  return useQuery({ queryKey: ['now'], queryFn: () => api.get<Now>('/now'), staleTime: Infinity });
}

/** The network that carries a channel, as it is now; undefined where none is set up. */
export function networkOf(now: Now | undefined, channel: Now['networks'][number]['channel']) {
  return now?.networks.find((one) => one.channel === channel);
}
