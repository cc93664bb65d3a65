import { useState } from 'react';
import { Key } from '../../../parts/Key';
import { useKey } from '../../../parts/useKey';
import type { Desk, DeskAct } from './useDesk';

const FACES = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '*', '0', '#'];

/** What can be done with the line, or with whoever is shown, in this state. */
export function LineButtons({ desk, act }: { desk: Desk; act: (one: DeskAct) => void }) {
  switch (desk.state) {
    case 'READY':
      return <Shown act={act} why={desk.whyNotNow} />;
    case 'TALKING':
      return <Talking desk={desk} act={act} />;
    case 'WRAP_UP':
      return <WrapUp desk={desk} act={act} />;
    default:
      return <HangUp act={act} />;
  }
}

function Shown({ act, why }: { act: (one: DeskAct) => void; why: string | null }) {
  const call = () => act({ act: 'call' });
  const skip = () => act({ act: 'skip' });
  useKey('enter', 'call them', call);
  useKey('l', 'later: somebody else first', skip);
  return (
    <div className="grid gap-2">
      <button className="btn btn-primary" onClick={call}>
        Call <Key>⏎</Key>
      </button>
      <button className="btn btn-outline border-base-300" onClick={skip}>
        Later, in half an hour <Key>L</Key>
      </button>
      {why && <p className="text-warning">{why}</p>}
    </div>
  );
}

function HangUp({ act }: { act: (one: DeskAct) => void }) {
  const hangUp = () => act({ act: 'hang-up' });
  useKey('escape', 'hang up', hangUp);
  return (
    <button className="btn bg-stop text-white" onClick={hangUp}>
      Hang up <Key>Esc</Key>
    </button>
  );
}

function Talking({ desk, act }: { desk: Desk; act: (one: DeskAct) => void }) {
  const [keypad, setKeypad] = useState(false);
  const held = desk.call?.held ?? false;
  const hold = () => act({ act: 'hold', body: { on: !held } });
  const leave = () => act({ act: 'leave-message' });
  useKey('h', held ? 'take them back' : 'hold', hold);
  useKey('m', 'leave the message on a machine', leave, desk.sitting?.hasMessage ?? false);
  useKey('p', 'the keypad', () => setKeypad(!keypad));
  return (
    <div className="grid grid-cols-2 gap-2">
      <button
        className="btn btn-outline col-span-2 border-base-300"
        disabled={!(desk.sitting?.hasMessage ?? false)}
        onClick={leave}
      >
        A machine: leave the message <Key>M</Key>
      </button>
      <button
        className={`btn ${held ? 'btn-neutral' : 'btn-outline border-base-300'}`}
        aria-pressed={held}
        onClick={hold}
      >
        {held ? 'Take back' : 'Hold'} <Key>H</Key>
      </button>
      <button
        className={`btn ${keypad ? 'btn-neutral' : 'btn-outline border-base-300'}`}
        aria-pressed={keypad}
        onClick={() => setKeypad(!keypad)}
      >
        Keypad <Key>P</Key>
      </button>
      {keypad && (
        <Keypad
          onPress={(key) => act({ act: 'key', body: { key } })}
          onLeave={() => setKeypad(false)}
        />
      )}
      <div className="col-span-2 grid">
        <HangUp act={act} />
      </div>
    </div>
  );
}

/** The keys of the telephone; while it is open, number keys press them and mark nothing. */
function Keypad({ onPress, onLeave }: { onPress: (key: string) => void; onLeave: () => void }) {
  return (
    <div
      className="col-span-2 grid grid-cols-3 gap-1"
      role="group"
      aria-label="Keypad"
      ref={(pad) => pad?.querySelector('button')?.focus()}
      onKeyDown={(event) => {
        if (FACES.includes(event.key)) {
          event.preventDefault();
          event.stopPropagation();
          onPress(event.key);
        } else if (event.key === 'Escape') {
          // Closes the keypad, and does not hang up.
          event.stopPropagation();
          onLeave();
        }
      }}
    >
      {FACES.map((face) => (
        <button key={face} className="btn btn-sm figure" onClick={() => onPress(face)}>
          {face}
        </button>
      ))}
    </div>
  );
}

function WrapUp({ desk, act }: { desk: Desk; act: (one: DeskAct) => void }) {
  // Acts go one behind another: who marks and goes on in one breath is understood.
  const finish = () => act({ act: 'finish' });
  useKey('enter', 'done with this call', finish);
  return (
    <button className="btn btn-primary" onClick={finish}>
      {desk.breakAfter ? 'Done, then a break' : 'Done, the next one'} <Key>⏎</Key>
    </button>
  );
}
