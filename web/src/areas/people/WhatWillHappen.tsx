import { grouped } from '../../parts/format';
import type { ImportCheck } from './useImportCheck';

/** What will happen when a file is taken in; the first three add up to its rows. */
export function WhatWillHappen({
  check,
  agreement,
  rows,
}: {
  check: ImportCheck | undefined;
  rows: number;
  agreement: boolean;
}) {
  if (!check?.counted) {
    const counted = check && !check.counted ? check.rowsCounted : 0;
    return (
      <p className="mt-3 text-muted" role="status">
        Counting what will happen, over the whole file…{' '}
        {counted > 0 && `${grouped(counted)} of ${grouped(rows)} rows so far`}
      </p>
    );
  }
  const rejected = Object.entries(check.rejected);
  const total = rejected.reduce((sum, [, rows]) => sum + rows, 0);
  return (
    <div
      className="mt-3 rounded-box bg-base-200 px-4 py-2.5"
      role="group"
      aria-label="What will happen"
    >
      <p>
        <strong className="figure">{grouped(check.fresh)}</strong> new people,{' '}
        <strong className="figure">{grouped(check.merged)}</strong> rows merged into somebody known,{' '}
        <strong className="figure">{grouped(total)}</strong> rejected
        {total > 0 && (
          <span className="text-muted">
            {' '}
            ({rejected.map(([reason, rows]) => `${grouped(rows)} ${reason}`).join(', ')})
          </span>
        )}
        .
      </p>
      {agreement && (
        <p className="text-muted">
          Agreement in the rows taken: <span className="figure">{grouped(check.agreed)}</span> yes,{' '}
          <span className="figure">{grouped(check.saidNo)}</span> no,{' '}
          <span className="figure">{grouped(check.unsaid)}</span> nothing said.
        </p>
      )}
    </div>
  );
}
