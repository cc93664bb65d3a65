import type { RowProps } from '../part';

/** How many calls go out, and how many are under way at one time. */
export function CallRate({ brief, change }: RowProps) {
  const call = brief.call;
  if (!call) {
    return null;
  }
  const drop = brief.channel === 'VOICEMAIL_DROP';
  return (
    <div className="flex flex-wrap items-center gap-2">
      <input
        id="brief-pace"
        type="number"
        min={1}
        className="input input-sm figure w-24"
        aria-label={drop ? 'Drops an hour' : 'Calls a minute'}
        value={(drop ? call.perHour : brief.perMinute) || ''}
        onChange={(event) =>
          drop
            ? change({ call: { ...call, perHour: Number(event.target.value) } })
            : change({ perMinute: Number(event.target.value) })
        }
      />
      <span>{drop ? 'drops an hour, evenly;' : 'calls a minute, evenly;'}</span>
      <label className="flex items-center gap-2">
        at most
        <input
          type="number"
          min={1}
          max={500}
          className="input input-sm figure w-20"
          aria-label="Calls at once"
          value={call.atOnce || ''}
          onChange={(event) => change({ call: { ...call, atOnce: Number(event.target.value) } })}
        />
        at once
      </label>
    </div>
  );
}
