import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { PageHead } from '../../parts/PageHead';
import { useClockOffset } from '../../api/live';
import { grouped } from '../../parts/format';
import { useTick } from '../../parts/useTick';

/** What became of a file's rows; the counts add up to the rows. */
export function ImportOutcome({ of }: { of: Schemas['ImportView'] }) {
  const running = of.state === 'running';
  const now = useTick(1_000) + useClockOffset();
  return (
    <>
      <PageHead
        title={of.fileName}
        beside={
          of.listName && (
            <>
              onto{' '}
              <Link className="link-plain" to={`/people/lists/${of.listId}`}>
                {of.listName}
              </Link>
            </>
          )
        }
      />
      {of.failure && <p className="mt-3 font-semibold text-error">{of.failure}</p>}
      <section className="mt-5 max-w-2xl">
        <p className="mb-2" aria-live="polite">
          <strong className="text-lg">
            {running
              ? `${grouped(of.rowsDone)} of ${grouped(of.rowCount)} rows${pace(of, now)}`
              : `${grouped(of.rowCount)} rows, each in one place`}
          </strong>
        </p>
        {running && (
          <progress
            className="progress progress-primary w-full"
            value={of.rowsDone}
            max={of.rowCount}
            aria-label="Rows taken in"
          />
        )}
        <dl className="mt-4">
          <Line count={of.rowsNew} words="new people" />
          <Line count={of.rowsMerged} words="merged into somebody already known" />
          <Line count={of.rowsRejected} words="rejected" />
          {Object.entries(of.rejected).map(([reason, rows]) => (
            <div key={reason} className="flex gap-3 py-1 pl-16 text-muted">
              <dt className="figure w-16 text-right">{grouped(rows)}</dt>
              <dd>{reason}</dd>
            </div>
          ))}
        </dl>
        {!running && (
          <div className="mt-5 flex gap-3">
            {of.rowsRejected > 0 && (
              <a className="btn" href={`/api/v1/imports/${of.id}/rejects.csv`} download>
                Download the rejects
              </a>
            )}
            <Link className="btn btn-primary" to={`/people/lists/${of.listId}`}>
              See the people
            </Link>
          </div>
        )}
        {running && (
          <p className="mt-4 text-muted">
            This page can be left; the import goes on and is found under People.
          </p>
        )}
      </section>
    </>
  );
}

function Line({ count, words }: { count: number; words: string }) {
  return (
    <div className="row-line flex gap-3 py-1.5">
      <dt className="figure w-16 text-right font-bold">{grouped(count)}</dt>
      <dd>{words}</dd>
    </div>
  );
}

/** Rows a second so far, and the time that the rest will take at that rate. */
function pace(of: Schemas['ImportView'], now: number): string {
  const seconds = of.startedAt ? (now - Date.parse(of.startedAt)) / 1000 : 0;
  if (seconds < 1 || of.rowsDone === 0) {
    return '';
  }
  const rate = of.rowsDone / seconds;
  const left = Math.ceil((of.rowCount - of.rowsDone) / rate);
  return `, ${grouped(Math.round(rate))} a second, ${left < 90 ? `${left} s` : `${Math.ceil(left / 60)} min`} left`;
}
