import { useState } from 'react';
import type { ShownColumns } from './useShownColumns';

/** Which columns are shown. */
export function ColumnChoice({ columns }: { columns: ShownColumns }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="relative">
      <button className="btn btn-sm" aria-expanded={open} onClick={() => setOpen(!open)}>
        Columns
      </button>
      {open && (
        <div className="absolute z-20 mt-1 flex max-h-80 w-56 flex-col gap-1 overflow-auto rounded-box border border-base-300 bg-sheet px-3 py-2 shadow-lg">
          {columns.offered.map(([key, words]) => (
            <label key={key} className="flex items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={columns.shown.some(([one]) => one === key)}
                onChange={() => columns.toggle(key)}
              />
              {words}
            </label>
          ))}
        </div>
      )}
    </div>
  );
}
