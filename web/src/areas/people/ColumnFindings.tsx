import { useState } from 'react';
import { grouped } from '../../parts/format';
import type { ImportCheck } from './useImportCheck';

type Column = ImportCheck['columns'][number];

/** What was found in one column over the whole file; on asking, its values and the wrong ones. */
export function ColumnFindings({ column, header }: { column: Column; header: string }) {
  const [open, setOpen] = useState(false);
  const wrong = most(column.wrong);
  const odd = most(column.odd);
  const sum = total(column.wrong);
  const oddSum = total(column.odd);
  return (
    <div className="mt-1 text-[12px] leading-4">
      <p className={sum > 0 ? '' : 'text-muted'}>
        {grouped(column.filled)} filled
        {sum > 0 && (
          <>
            {', '}
            <span className="font-semibold text-error">
              {grouped(sum)} not usable: {wrong[0]?.[0]}
              {wrong.length > 1 && ' and more'}
            </span>
          </>
        )}
        {oddSum > 0 && (
          <span className="text-warning">
            {', '}
            {grouped(oddSum)} worth a look
          </span>
        )}
        {'. '}
        <button
          className="link-plain"
          aria-expanded={open}
          aria-label={`${open ? 'Hide' : 'Show'} what is in ${header}`}
          onClick={() => setOpen(!open)}
        >
          {open ? 'hide' : 'look closer'}
        </button>
      </p>
      {open && (
        <div className="mt-1">
          {[...wrong, ...odd].map(([why, cells]) => (
            <p key={why}>
              <span className="figure">{grouped(cells)}</span> {why}
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

function most(counts: Record<string, number>): [string, number][] {
  return Object.entries(counts).sort((a, b) => b[1] - a[1]);
}

function total(counts: Record<string, number>): number {
  return Object.values(counts).reduce((all, cells) => all + cells, 0);
}
