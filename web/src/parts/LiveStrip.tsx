import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Square } from 'lucide-react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { useNow, type Now } from '../api/live';
import { useMay } from '../api/session';
import { ChannelMark } from './ChannelMark';
import { CHANNELS } from './channels';
import { LIFE_WORDS, grouped, time } from './format';
import { useHouse } from './house';

const SHOWN = 2;

/** What is running now, along the bottom of every page, with the brake. */
export function LiveStrip() {
  const { data: now } = useNow();
  const opens = useMay('SEE_CAMPAIGNS');
  return (
    <footer
      aria-label="Live"
      className="col-span-2 flex h-11 items-stretch bg-neutral text-neutral-content"
    >
      <div
        className="flex min-w-0 flex-1 items-center gap-6 overflow-hidden px-4 whitespace-nowrap"
        // Who may not open a campaign sees what runs, and no way in.
        inert={!opens}
      >
        {now && <Running now={now} />}
      </div>
      {now && !now.brake && (
        <div className="flex shrink-0 items-center gap-5 pr-4 whitespace-nowrap">
          {opens && now.unconfirmed > 0 && (
            <Link to="/" className="text-accent">
              {grouped(now.unconfirmed)} unconfirmed
            </Link>
          )}
          <NetworkWord now={now} />
          {now.clockOffRealTime && <ClockSpeed speed={now.clockSpeed} />}
        </div>
      )}
      {now && <BrakeButton on={now.brake} />}
    </footer>
  );
}

function Running({ now }: { now: Now }) {
  const { zone } = useHouse();
  if (now.brake) {
    return (
      <strong className="text-accent">
        The brake is on: nothing leaves until somebody takes it off.
      </strong>
    );
  }
  return (
    <>
      {now.campaigns.length === 0 && now.imports.length === 0 && (
        <span className="opacity-80">Nothing is running.</span>
      )}
      {[...now.campaigns]
        .sort(runningFirst)
        .slice(0, SHOWN)
        .map((one) => (
          <Link key={one.id} to={`/campaigns/${one.id}`} className="flex items-center gap-2">
            <span
              className={`size-2.5 rounded-full ${one.state === 'RUNNING' ? 'bg-accent' : 'border border-accent'}`}
            />
            <ChannelMark channel={one.channel} />
            <strong>{one.name}</strong>
            {one.state === 'RUNNING' && one.perMinute > 0 ? (
              <span className="figure text-[12px]">{grouped(one.perMinute)}/min</span>
            ) : (
              one.state !== 'RUNNING' && <span>{LIFE_WORDS[one.state]}</span>
            )}
            <span>
              {grouped(one.attempts)} of {grouped(one.attempts + one.waiting)}
            </span>
            {one.heldUntil && one.state === 'RUNNING' && one.perMinute === 0 && (
              <span className="opacity-80">
                {grouped(one.waiting)} wait, first at {time(one.heldUntil, zone)}
              </span>
            )}
          </Link>
        ))}
      {now.campaigns.length > SHOWN && (
        <Link to="/campaigns" className="opacity-80">
          and {now.campaigns.length - SHOWN} more
        </Link>
      )}
      {now.imports.map((one) => (
        <Link key={one.id} to={`/people/import/${one.id}`} className="flex gap-2">
          <span className="opacity-80">importing</span> {one.fileName}
          <span className="figure">
            {grouped(one.done)} of {grouped(one.rows)}
          </span>
        </Link>
      ))}
    </>
  );
}

function NetworkWord({ now }: { now: Now }) {
  const away = now.networks.filter((one) => !one.connected);
  const words =
    now.networks.length === 0
      ? 'no network set up'
      : away.length > 0
        ? `${away.map((one) => CHANNELS[one.channel].word).join(', ')} not connected`
        : now.networks.every((one) => one.kind === 'stand-in')
          ? 'stand-in'
          : 'connected';
  return (
    <span className={away.length > 0 || now.networks.length === 0 ? 'text-accent' : 'opacity-80'}>
      {words}
    </span>
  );
}

function BrakeButton({ on }: { on: boolean }) {
  const queries = useQueryClient();
  const may = useMay('BRAKE');
  const brake = useMutation({
    mutationFn: (to: boolean) => api.put('/brake', { on: to }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['now'] }),
  });
  if (!may) {
    return null;
  }
  return (
    <button
      className={`flex items-center gap-2 px-5 font-bold text-white ${on ? 'bg-[#1c4237]' : 'bg-stop'}`}
      disabled={brake.isPending}
      onClick={() => brake.mutate(!on)}
    >
      {!on && <Square size={10} fill="currentColor" aria-hidden />}
      {on ? 'Take the brake off' : 'Stop everything'}
    </button>
  );
}

/** How fast the rehearsal's clock runs, and the way to change it. */
function ClockSpeed({ speed }: { speed: number }) {
  const may = useMay('CHANGE_HOUSE');
  const run = useMutation({ mutationFn: (to: number) => api.put('/clock', { speed: to }) });
  if (!may) {
    return <span className="opacity-80">demo clock ×{speed}</span>;
  }
  return (
    <label className="flex items-center gap-2">
      <span className={speed > 1 ? 'text-accent' : 'opacity-80'}>demo clock</span>
      <select
        className="rounded border border-current bg-neutral px-1 py-0.5"
        value={speed}
        onChange={(event) => run.mutate(Number(event.target.value))}
      >
        {[...new Set([1, 10, 60, 300, speed])]
          .sort((a, b) => a - b)
          .map((times) => (
            <option key={times} value={times}>
              ×{times}
            </option>
          ))}
      </select>
    </label>
  );
}

function runningFirst(a: Now['campaigns'][number], b: Now['campaigns'][number]): number {
  return Number(b.state === 'RUNNING') - Number(a.state === 'RUNNING');
}
