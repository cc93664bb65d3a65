import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../api/client';
import { grouped } from '../../../parts/format';
import type { RowProps } from './part';

/** A rate a minute, with what the sender allows. */
export function PerMinute({ brief, change }: RowProps) {
  const senders = useQuery({
    queryKey: ['senders'],
    queryFn: () => api.get<Schemas['Sender'][]>('/senders'),
  });
  const cap = senders.data?.find((one) => one.id === brief.senderId)?.perMinute ?? null;
  return (
    <label className="flex items-center gap-2">
      <input
        id="brief-pace"
        type="number"
        min={1}
        max={6000000}
        className="input input-sm figure w-28"
        value={brief.perMinute || ''}
        onChange={(event) => change({ perMinute: Number(event.target.value) })}
      />
      a minute, evenly
      {cap !== null && brief.perMinute > cap && (
        <span className="font-semibold text-warning">
          the sender allows {grouped(cap)} messages a minute
        </span>
      )}
    </label>
  );
}
