import { X } from 'lucide-react';
import type { Schemas } from '../../../../api/client';

type Call = Schemas['CallContent'];
type Act = Schemas['KeyUse']['act'];

const ACTS: { act: Act; words: string }[] = [
  { act: 'CONFIRM', words: 'confirms' },
  { act: 'HEAR_AGAIN', words: 'hears it again' },
  { act: 'CALL_LATER', words: 'is called again later' },
  { act: 'OPT_OUT', words: 'opts out, on all channels' },
];

const FACES = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', '*', '#'];

/** What each key does while the message is heard. */
export function KeysRow({
  call,
  onChange,
}: {
  call: Call;
  onChange: (part: Partial<Call>) => void;
}) {
  const free = FACES.find((face) => call.keys.every((use) => use.key !== face));
  const missing = ACTS.find(({ act }) => call.keys.every((use) => use.act !== act));
  const keep = (keys: Call['keys']) => onChange({ keys });
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5" role="group" aria-label="Keys">
      {call.keys.map((use, index) => (
        <span key={use.act + use.key} className="flex items-center gap-1.5">
          who presses
          <select
            className="select select-sm figure w-16"
            aria-label={`Key that ${use.act}`}
            value={use.key}
            onChange={(event) =>
              keep(
                call.keys.map((one, i) =>
                  i === index ? { ...one, key: event.target.value } : one,
                ),
              )
            }
          >
            {FACES.map((face) => (
              <option key={face}>{face}</option>
            ))}
          </select>
          {ACTS.find((one) => one.act === use.act)?.words}
          {use.act === 'CALL_LATER' && (
            <label className="flex items-center gap-1.5">
              after
              <input
                type="number"
                min={1}
                className="input input-sm figure w-20"
                aria-label="Later is after how many minutes"
                value={call.againMinutes || ''}
                onChange={(event) => onChange({ againMinutes: Number(event.target.value) })}
              />
              minutes
            </label>
          )}
          <button
            aria-label={`No key that ${use.act}`}
            onClick={() => keep(call.keys.filter((_, i) => i !== index))}
          >
            <X size={13} aria-hidden />
          </button>
        </span>
      ))}
      {missing && free && (
        <select
          className="select select-sm w-48"
          aria-label="One more key"
          value=""
          onChange={(event) => keep([...call.keys, { key: free, act: event.target.value as Act }])}
        >
          <option value="" disabled>
            one more key …
          </option>
          {ACTS.filter(({ act }) => call.keys.every((use) => use.act !== act)).map((one) => (
            <option key={one.act} value={one.act}>
              {one.words}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}
