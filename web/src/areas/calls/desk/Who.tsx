import { useEffect, useRef, useState } from 'react';
import type { Schemas } from '../../../api/client';
import { useClockOffset } from '../../../api/live';
import { Key } from '../../../parts/Key';
import { day, spaced, time } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { useKey } from '../../../parts/useKey';
import { useTick } from '../../../parts/useTick';
import type { DeskAct } from './useDesk';

type Person = Schemas['PersonCard'];

const KEEP_AFTER_MS = 300;

const AGREED: Record<string, string> = {
  SMS: 'texted',
  WHATSAPP: 'WhatsApp',
  VOICE_BROADCAST: 'recorded calls',
  AGENT_CALL: 'called',
};

/** Who it is: number and clock there, all fields, what happened before, and a note. */
export function Who({
  person,
  note,
  act,
}: {
  person: Person;
  note: string;
  act: (one: DeskAct) => void;
}) {
  const { zone } = useHouse();
  const fields = Object.entries(person.fields).filter(([, value]) => value !== '');
  return (
    <section aria-label="Who it is" className="min-w-0">
      <h2 className="text-[21px] leading-7 font-bold">{person.name || 'No name'}</h2>
      <p className="figure mt-2 text-[17px]">{spaced(person.number)}</p>
      <p className="text-muted">
        <TimeThere zones={person.zones} />
        {person.numbers > 1 && ` · number ${person.place} of ${person.numbers}`}
        {person.tries > 1 && ` · call ${person.tries}`}
      </p>
      {person.promise && (
        <p className="mt-2 border-l-[3px] border-accent bg-lit px-3 py-1.5">
          You promised this call: {person.promise}
        </p>
      )}
      <dl className="mt-3 grid grid-cols-[92px_1fr] gap-x-3 gap-y-1">
        {fields.map(([name, value]) => (
          <Line key={name} word={name.replaceAll('_', ' ')} value={value} />
        ))}
        {person.mayBe.length > 0 && (
          <>
            <dt className="text-muted">may be</dt>
            <dd>
              {person.mayBe.map((one) => (
                <span key={one.channel} className="mr-2 inline-block">
                  {AGREED[one.channel] ?? one.channel}{' '}
                  <span className={one.word === 'NO' ? 'font-semibold text-error' : ''}>
                    {one.word === 'NO' ? 'no' : 'yes'}
                  </span>
                </span>
              ))}
            </dd>
          </>
        )}
      </dl>
      <h3 className="section-title mt-4 mb-1">Before</h3>
      {person.before.length === 0 && <p className="text-muted">Nothing yet.</p>}
      <ul className="max-h-36 overflow-auto" tabIndex={0} aria-label="Before">
        {[...person.before].reverse().map((one, index) => (
          <li key={one.at + String(index)} className="row-line flex gap-3 py-1">
            <span className="figure shrink-0 text-muted">{day(one.at, zone).slice(4)}</span>
            <span className="min-w-0 truncate" title={`${one.kind} ${one.detail}`}>
              {one.kind}
              {one.detail !== '' && `: ${one.detail}`}
            </span>
          </li>
        ))}
      </ul>
      <NoteBox key={person.position} kept={note} act={act} />
    </section>
  );
}

function Line({ word, value }: { word: string; value: string }) {
  return (
    <>
      <dt className="truncate text-muted" title={word}>
        {word}
      </dt>
      <dd className="min-w-0 break-words">{value}</dd>
    </>
  );
}

/** The clock where they are; both ends where it is not known which. */
function TimeThere({ zones }: { zones: string[] }) {
  const now = new Date(useTick(10_000) + useClockOffset()).toISOString();
  const times = [...new Set(zones.map((zone) => time(now, zone)))].sort();
  if (times.length === 0) {
    return <>their clock is not known</>;
  }
  return (
    <>
      <span className="figure">{times.join(' or ')}</span> there
    </>
  );
}

/** A note about the call, kept as one types. */
function NoteBox({ kept, act }: { kept: string; act: (one: DeskAct) => void }) {
  const [text, setText] = useState(kept);
  const box = useRef<HTMLTextAreaElement>(null);
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useKey('n', 'a note', () => box.current?.focus());
  // Before anything else that is done at the desk, so that no word of it is lost.
  const keep = () => {
    if (text !== kept) {
      act({ act: 'note', body: { text } });
    }
  };
  useEffect(() => {
    if (text === kept) {
      return undefined;
    }
    const timer = setTimeout(() => latest.current({ act: 'note', body: { text } }), KEEP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [text, kept]);
  return (
    <label className="mt-4 block">
      <span className="section-title mb-1 flex items-center gap-2">
        Note <Key>N</Key>
        <span className="ml-auto font-normal">{text === kept ? '' : 'keeping…'}</span>
      </span>
      <textarea
        ref={box}
        className="textarea min-h-16 w-full"
        aria-label="Note"
        maxLength={1000}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.altKey) {
            keep();
          } else if (event.key === 'Escape') {
            event.currentTarget.blur();
          }
        }}
      />
    </label>
  );
}
