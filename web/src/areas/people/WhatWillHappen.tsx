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
      <p className="text-muted" role="status">
        Counting what will happen, over the whole file…{' '}
        {counted > 0 && `${grouped(counted)} of ${grouped(rows)} rows so far`}
      </p>
    );
  }
  const rejected = Object.entries(check.rejected);
  const total = rejected.reduce((sum, [, of]) => sum + of, 0);
  const known = check.merged - check.mergedInFile;
  const merges = Object.entries(check.merges);
  return (
    <div
      className="grid gap-x-10 gap-y-2 md:grid-cols-2"
      role="group"
      aria-label="What will happen"
    >
      <div>
        <h2 className="section-title">If you import now</h2>
        <p className="text-lg">
          <strong className="figure">{grouped(check.fresh)}</strong>
          <strong> new people</strong>
        </p>
        <p>
          <strong className="figure">{grouped(check.merged)}</strong> rows merged into somebody
          known
          {check.merged > 0 && (
            <span className="text-muted">
              {' '}
              ({grouped(known)} known before, {grouped(check.mergedInFile)} twice in the file)
            </span>
          )}
          , <strong className="figure">{grouped(total)}</strong> rejected
          {total > 0 && (
            <span className="text-muted">
              {' '}
              ({rejected.map(([reason, of]) => `${grouped(of)} ${reason}`).join(', ')})
            </span>
          )}
          .
        </p>
      </div>
      <div>
        {agreement && (
          <p>
            Agreement in the rows taken: <span className="figure">{grouped(check.agreed)}</span>{' '}
            yes, <span className="figure">{grouped(check.saidNo)}</span> no,{' '}
            <span className="figure">{grouped(check.unsaid)}</span> nothing said.{' '}
            <span className="text-muted">Kept with this file, its checksum and the row.</span>
          </p>
        )}
        {check.doNotContact > 0 && (
          <p>
            <span className="figure">{grouped(check.doNotContact)}</span> rows say that nobody may
            contact them: suppressed.
          </p>
        )}
        {merges.map(([header, of]) => (
          <p key={header}>
            <span className="text-muted">{header}, of people known:</span>{' '}
            {[
              of.filled > 0 && `${grouped(of.filled)} blanks filled`,
              of.replaced > 0 && `${grouped(of.replaced)} replaced`,
              of.kept > 0 && `${grouped(of.kept)} kept though the file says otherwise`,
            ]
              .filter(Boolean)
              .join(', ')}
          </p>
        ))}
      </div>
    </div>
  );
}
