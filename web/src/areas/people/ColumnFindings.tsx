import { useState } from 'react';
import { grouped } from '../../parts/format';
import type { ImportCheck } from './useImportCheck';

type Column = ImportCheck['columns'][number];

/** What was found in one column over the whole file; on asking, its values and the wrong ones. */
export function ColumnFindings({ column, header }: { column: Column; header: string }) {
  const [open, setOpen] = useState(false);
  const wrong = Object.entries(column.wrong).sort((a, b) => b[1] - a[1]);
  const sum = wrong.reduce((all, [, cells]) => all + cells, 0);
  return (
    <div className="mt-1 text-[12px] leading-4">
      {sum > 0 ? (
        <p className="font-semibold text-warning">
          {grouped(sum)} of {grouped(column.filled)} cells: {wrong[0]?.[0]}
          {wrong.length > 1 && ' and more'}
        </p>
      ) : (
        <p className="text-muted">{grouped(column.filled)} filled cells</p>
      )}
      <button
        className="link-plain"
        aria-expanded={open}
        aria-label={`${open ? 'Hide' : 'Show'} what is in ${header}`}
        onClick={() => setOpen(!open)}
      >
        {open ? 'hide' : 'look closer'}
      </button>
      {open && (
        <div className="mt-1">
          {wrong.map(([why, cells]) => (
            <p key={why}>
              <span className="figure">{grouped(cells)}</span> {why}
            </p>
          ))}
          {column.samples.map((sample, index) => (
            <p key={index} className="text-warning" title={sample.why}>
              <span className="figure">{sample.value}</span>
            </p>
          ))}
          {column.mostSeen.length > 0 && <p className="mt-1 text-muted">most seen</p>}
          {column.mostSeen.map((seen) => (
            <p key={seen.value}>
              <span className="figure">{grouped(seen.times)}</span> {seen.value}
            </p>
          ))}
        </div>
      )}
    </div>
  );
}
