import { useEffect, useRef, useState, type FormEvent } from 'react';
import type { Schemas } from '../../../api/client';
import { Key } from '../../../parts/Key';
import { useKey } from '../../../parts/useKey';
import type { Desk, DeskAct } from './useDesk';

const ANSWER_KEYS = ['a', 's', 'd', 'f', 'g'];

/** What to say: the script line by line, answers, a line of one's own; and what was said. */
export function Says({
  desk,
  person,
  act,
}: {
  desk: Desk;
  person: Schemas['PersonCard'];
  act: (one: DeskAct) => void;
}) {
  const talking = desk.state === 'TALKING' && !(desk.call?.held ?? false);
  const said = desk.captions.filter((one) => one.side === 'AGENT').map((one) => one.words);
  const at = nextLine(person.script, said);
  const next = person.script[at];
  const say = (words: string) => act({ act: 'say', body: { words } });
  useKey(' ', 'say the next line', () => next && say(next), talking && next !== undefined);
  return (
    <section aria-label="What to say" className="min-w-0">
      <h2 className="section-title mb-2 flex items-center gap-2">
        Say {talking && next !== undefined && <Key>Space</Key>}
      </h2>
      <ol>
        {person.script.map((line, index) => (
          <li key={line}>
            <button
              className={`block w-full border-l-[3px] px-4 py-2 text-left text-[16px] leading-6 ${
                index === at && talking
                  ? 'border-accent bg-lit'
                  : index < at
                    ? 'border-base-300 text-muted'
                    : 'border-base-300'
              }`}
              aria-current={index === at ? 'step' : undefined}
              disabled={!talking}
              onClick={() => say(line)}
            >
              {line}
            </button>
          </li>
        ))}
      </ol>
      {person.answers.length > 0 && (
        <>
          <h3 className="section-title mt-4 mb-1">If they ask</h3>
          <ul className="grid gap-1">
            {person.answers.map((answer, index) => (
              <AnswerLine
                key={answer.label}
                answer={answer}
                letter={ANSWER_KEYS[index] ?? ''}
                enabled={talking}
                onSay={() => say(answer.words)}
              />
            ))}
          </ul>
        </>
      )}
      <OwnLine enabled={talking} onSay={say} />
      <Heard captions={desk.captions} />
    </section>
  );
}

/** The first line behind the last one that was said. */
function nextLine(script: string[], said: string[]): number {
  return script.reduce((at, line, index) => (said.includes(line) ? index + 1 : at), 0);
}

function AnswerLine({
  answer,
  letter,
  enabled,
  onSay,
}: {
  answer: Schemas['Answer'];
  letter: string;
  enabled: boolean;
  onSay: () => void;
}) {
  useKey(letter, `say “${answer.label}”`, onSay, enabled && letter !== '');
  return (
    <li>
      <button
        className="flex w-full items-baseline gap-3 rounded-field bg-base-200 px-3 py-1.5 text-left"
        disabled={!enabled}
        onClick={onSay}
      >
        <Key>{letter.toUpperCase()}</Key>
        <span>
          <strong>{answer.label}</strong> {answer.words}
        </span>
      </button>
    </li>
  );
}

function OwnLine({ enabled, onSay }: { enabled: boolean; onSay: (words: string) => void }) {
  const [words, setWords] = useState('');
  const box = useRef<HTMLInputElement>(null);
  useKey('/', 'type what to say', () => box.current?.focus(), enabled);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (words.trim() !== '') {
      onSay(words.trim());
      setWords('');
    }
  };
  return (
    <form onSubmit={submit} className="mt-3">
      <label className="input w-full">
        <input
          ref={box}
          aria-label="Say in your own words"
          placeholder="say in your own words"
          maxLength={600}
          disabled={!enabled}
          value={words}
          onChange={(event) => setWords(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
        />
        <Key>/</Key>
      </label>
    </form>
  );
}

/** What was said on both sides, the newest in sight. */
function Heard({ captions }: { captions: Desk['captions'] }) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    list.current?.scrollTo(0, list.current.scrollHeight);
  }, [captions.length]);
  if (captions.length === 0) {
    return null;
  }
  return (
    <>
      <h3 className="section-title mt-4 mb-1">Heard</h3>
      <ul ref={list} aria-label="Heard" tabIndex={0} className="max-h-44 overflow-auto">
        {captions.map((one, index) => (
          <li key={one.at + String(index)} className="grid grid-cols-[46px_1fr] py-0.5">
            <span className="text-muted">{one.side === 'THEM' ? 'them' : 'you'}</span>
            <span className={one.side === 'THEM' ? '' : 'text-muted'}>{one.words}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
