import { useEffect, useState } from 'react';
import { Key } from '../../../parts/Key';
import { day, dayAndTime, grouped, spaced, time } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { useKey } from '../../../parts/useKey';
import { Elapsed } from '../Elapsed';
import { STATE_WORDS } from '../states';
import type { LineSound } from './lineSound';
import type { Desk, DeskAct } from './useDesk';

/** What the agent is doing and for how long, the day so far, and the way to a break. */
export function StateBar({
  desk,
  sound,
  connected,
  act,
}: {
  desk: Desk;
  sound: LineSound | undefined;
  connected: boolean;
  act: (one: DeskAct) => void;
}) {
  const { zone } = useHouse();
  const live = ['DIALLING', 'RINGING', 'TALKING'].includes(desk.state);
  const onBreak = desk.state === 'BREAK';
  const inHand = !onBreak && desk.state !== 'READY';
  useKey(
    'b',
    inHand ? 'a break behind this call' : 'a break',
    () => act({ act: 'break' }),
    !onBreak,
  );
  const mayLeave = onBreak || desk.state === 'READY';
  useKey('o', 'sign off', () => act({ act: 'sign-off' }), mayLeave);
  return (
    <header className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-base-300 pb-3">
      <h1
        className={`rounded-field px-3 py-1 font-bold first-letter:uppercase ${live ? 'bg-accent text-accent-content' : 'bg-base-200'}`}
      >
        {desk.call?.held ? 'on hold' : STATE_WORDS[desk.state]}
      </h1>
      <span className="figure text-xl" aria-label="For how long">
        <Elapsed since={desk.since} />
      </span>
      <span className="min-w-0 text-muted">
        {desk.sitting?.campaign}
        {desk.sitting &&
          ` · ${desk.sitting.dialling === 'PREVIEW' ? 'you start each call' : 'one call per free agent'} · from ${spaced(desk.sitting.callerNumber)}`}
      </span>
      <span className="ml-auto flex items-center gap-3">
        <SoundState sound={sound} connected={connected} live={live} />
        <span>
          Today <strong>{grouped(desk.today.calls)}</strong> calls{' '}
          <strong>{grouped(desk.today.reached)}</strong> reached
          {desk.today.next && (
            <span className="text-muted">
              {' '}
              · next follow-up{' '}
              <span className="figure">
                {day(desk.today.next, zone) === day(desk.at, zone)
                  ? time(desk.today.next, zone)
                  : dayAndTime(desk.today.next, zone)}
              </span>
            </span>
          )}
        </span>
        {!onBreak && (
          <button
            className={`btn btn-sm ${desk.breakAfter ? 'btn-neutral' : 'btn-outline border-base-300'}`}
            aria-pressed={desk.breakAfter}
            onClick={() => act({ act: 'break' })}
          >
            {inHand ? 'Break after this' : 'Break'} <Key>B</Key>
          </button>
        )}
        {mayLeave && (
          <button
            className="btn btn-sm btn-outline border-base-300"
            onClick={() => act({ act: 'sign-off' })}
          >
            Sign off <Key>O</Key>
          </button>
        )}
      </span>
    </header>
  );
}

/** How loud the line is, or why it cannot be heard. */
function SoundState({
  sound,
  connected,
  live,
}: {
  sound: LineSound | undefined;
  connected: boolean;
  live: boolean;
}) {
  const [level, setLevel] = useState(-100);
  const [loudest, setLoudest] = useState(-100);
  const [asleep, setAsleep] = useState(false);
  useEffect(() => {
    const timer = setInterval(() => {
      const now = sound?.level() ?? -100;
      setLevel(now);
      setLoudest((before) => (live ? Math.max(before, now) : -100));
      setAsleep(sound?.isAsleep() ?? false);
    }, 100);
    return () => clearInterval(timer);
  }, [sound, live]);
  if (!connected) {
    return (
      <span className="font-semibold text-warning">the line to this page is being found…</span>
    );
  }
  if (asleep && live) {
    return <span className="font-semibold text-warning">press any key to hear the line</span>;
  }
  return (
    <span
      className="h-2 w-20 overflow-hidden rounded-sm bg-base-200"
      role="meter"
      aria-label="How loud the line is"
      aria-valuemin={-60}
      aria-valuemax={0}
      aria-valuenow={Math.round(Math.max(-60, level))}
      data-loudest={loudest.toFixed(1)}
    >
      <span
        className="block h-full bg-primary"
        style={{ width: `${Math.max(0, 100 + level * 1.8)}%` }}
      />
    </span>
  );
}
