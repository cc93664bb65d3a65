import type { Schemas } from '../../../api/client';
import { Key } from '../../../parts/Key';
import { dayAndTime } from '../../../parts/format';
import { useKey } from '../../../parts/useKey';
import type { Desk, DeskAct } from './useDesk';

type Outcome = Schemas['OutcomeLine'];

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** The ways a call can end, each with its key and with what follows. */
export function HowItEnded({ desk, act }: { desk: Desk; act: (one: DeskAct) => void }) {
  const open = desk.state === 'TALKING' || desk.state === 'WRAP_UP';
  const mark = (key: string, at: string | null = null) => act({ act: 'mark', body: { key, at } });
  return (
    <section aria-label="How it ended">
      <h2 className="section-title mb-1">How it ended</h2>
      <ul>
        {desk.sitting?.outcomes.map((outcome) => (
          <OutcomeLine
            key={outcome.key}
            outcome={outcome}
            enabled={open}
            chosen={desk.choice?.key === outcome.key}
            onMark={() => mark(outcome.key)}
          />
        ))}
      </ul>
      {desk.choice?.at && (
        <FollowUpTime
          at={desk.choice.at}
          zones={desk.person?.zones ?? []}
          onMove={(at) => desk.choice && mark(desk.choice.key, at)}
        />
      )}
      <p className="mt-2 text-muted">
        {desk.sitting?.wrapUpSeconds
          ? `Mark during the call, or within ${desk.sitting.wrapUpSeconds} s after it.`
          : 'Mark during the call or after. There is no hurry.'}
      </p>
    </section>
  );
}

function OutcomeLine({
  outcome,
  enabled,
  chosen,
  onMark,
}: {
  outcome: Outcome;
  enabled: boolean;
  chosen: boolean;
  onMark: () => void;
}) {
  useKey(outcome.key, outcome.label, onMark, enabled);
  return (
    <li>
      <button
        className={`row-line flex w-full items-baseline gap-3 border-l-[3px] px-2 py-1.5 text-left ${chosen ? 'border-l-accent bg-lit' : 'border-l-transparent'}`}
        aria-pressed={chosen}
        disabled={!enabled}
        onClick={onMark}
      >
        <Key>{outcome.key}</Key>
        <span>
          <strong className="block">{outcome.label}</strong>
          <span className="text-[13px] text-muted">{follows(outcome)}</span>
        </span>
      </button>
    </li>
  );
}

/** What follows from a marking, in words. */
function follows(outcome: Outcome): string {
  const list = outcome.list === null ? '' : `, onto “${outcome.list}”`;
  switch (outcome.follow) {
    case 'DONE':
      return `done${list}`;
    case 'RETRY':
      return `try again in ${span(outcome.afterMinutes)}${list}`;
    case 'NEXT_NUMBER':
      return `try their next number in ${span(outcome.afterMinutes)}${list}`;
    case 'FOLLOW_UP':
      return `you promise to call again${list}`;
    case 'SUPPRESS':
      return `never contacted again, on all channels${list}`;
  }
}

function span(minutes: number): string {
  return minutes % 1440 === 0
    ? `${minutes / 1440} d`
    : minutes % 60 === 0
      ? `${minutes / 60} h`
      : `${minutes} min`;
}

/** When to call again: proposed, and moved by one key. */
function FollowUpTime({
  at,
  zones,
  onMove,
}: {
  at: string;
  zones: string[];
  onMove: (at: string) => void;
}) {
  const move = (by: number) => onMove(new Date(Date.parse(at) + by).toISOString());
  useKey('arrowright', 'call again an hour later', () => move(HOUR_MS));
  useKey('arrowleft', 'call again an hour earlier', () => move(-HOUR_MS));
  useKey('arrowup', 'call again a day later', () => move(DAY_MS));
  useKey('arrowdown', 'call again a day earlier', () => move(-DAY_MS));
  const zone = zones[0] ?? 'UTC';
  return (
    <p className="mt-2 rounded-field bg-base-200 px-3 py-2" role="group" aria-label="Call again">
      Call again <strong className="figure">{dayAndTime(at, zone)}</strong> there
      <span className="mt-1 flex items-center gap-1">
        <Move keys="←" words="an hour earlier" short="−1 h" onMove={() => move(-HOUR_MS)} />
        <Move keys="→" words="an hour later" short="+1 h" onMove={() => move(HOUR_MS)} />
        <Move keys="↓" words="a day earlier" short="−1 d" onMove={() => move(-DAY_MS)} />
        <Move keys="↑" words="a day later" short="+1 d" onMove={() => move(DAY_MS)} />
      </span>
    </p>
  );
}

function Move({
  keys,
  words,
  short,
  onMove,
}: {
  keys: string;
  words: string;
  short: string;
  onMove: () => void;
}) {
  return (
    <button
      className="btn btn-xs btn-outline gap-1 border-base-300 px-1"
      onClick={onMove}
      aria-label={words}
    >
      <Key>{keys}</Key> {short}
    </button>
  );
}
