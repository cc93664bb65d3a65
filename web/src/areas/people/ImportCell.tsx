import { useState } from 'react';
import type { Schemas } from '../../api/client';

/** One cell of the file: what is wrong is said in it, and it can be put right where it stands. */
export function ImportCell({
  label,
  value,
  note,
  edited,
  quiet,
  figure,
  onPut,
}: {
  label: string;
  value: string;
  note: Schemas['CellNote'] | undefined;
  edited: boolean;
  quiet: boolean;
  figure: boolean;
  /** What it should be; null has it again as it stands in the file. */
  onPut: (value: string | null) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const put = () => {
    if (typed !== undefined && typed !== value) {
      onPut(typed);
    }
    setTyped(undefined);
  };
  const shade = note ? (note.wrong ? 'bg-error/10' : 'bg-warning/12') : '';
  return (
    <td
      className={`max-w-64 border-r border-b border-base-300 p-0 align-top ${shade} ${
        quiet ? 'text-muted line-through' : ''
      }`}
    >
      {typed === undefined ? (
        <button
          className={`block w-full min-w-24 cursor-text px-2.5 py-1.5 text-left ${figure ? 'figure' : ''}`}
          aria-label={`${label}: ${value || 'blank'}${note ? `, ${note.why}` : ''}. Change it`}
          onClick={() => setTyped(value)}
        >
          <span className="block truncate">
            {value || '\u00A0'}
            {edited && <span className="ml-1 text-[11px] text-info">put right</span>}
          </span>
          {note && (
            <span
              className={`block truncate font-sans text-[12px] leading-4 italic ${note.wrong ? 'text-error' : 'text-warning'}`}
              title={note.why}
            >
              {note.why}
            </span>
          )}
        </button>
      ) : (
        <input
          autoFocus
          className="input input-sm m-0.5 w-[calc(100%-4px)] min-w-40"
          aria-label={label}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={put}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              put();
            } else if (event.key === 'Escape') {
              setTyped(undefined);
            } else if (event.key === 'Delete' && event.altKey && edited) {
              setTyped(undefined);
              onPut(null);
            }
          }}
        />
      )}
    </td>
  );
}
