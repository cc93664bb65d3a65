import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { useClockOffset } from '../../api/live';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { dayAndTime, grouped } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { useTick } from '../../parts/useTick';
import { TakeBackImport } from './TakeBackImport';

/** What became of a file's rows; the counts add up to the rows. */
export function ImportOutcome({ of }: { of: Schemas['ImportView'] }) {
  const mayChange = useMay('CHANGE_PEOPLE');
  const { zone } = useHouse();
  const running = of.state === 'running';
  const goingBack = of.state === 'going-back';
  const gone = of.state === 'taken-back';
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
      >
        {mayChange && !goingBack && !gone && <TakeBackImport of={of} />}
      </PageHead>
      {of.failure && <p className="mt-3 font-semibold text-error">{of.failure}</p>}
      {of.resumedAtRow !== null && (
        <p className="mt-3 text-warning">
          Gemba was stopped while this file was being taken in. It went on behind row{' '}
          <span className="figure">{grouped(of.resumedAtRow)}</span>; no row was taken twice.
        </p>
      )}
      {gone && (
        <p className="mt-3 font-semibold">
          This import has been taken back. Whom it brought is gone, and what it changed is as it
          was.
          {of.keptPeople > 0 &&
            ` ${grouped(of.keptPeople)} of its people stay, since a later import or a list has them too.`}
        </p>
      )}
      <section className="mt-5 max-w-2xl">
        <p className="mb-2" aria-live="polite">
          <strong className="text-lg">
            {running && `${grouped(of.rowsDone)} of ${grouped(of.rowCount)} rows${pace(of, now)}`}
            {goingBack &&
              `Taking back: ${grouped(of.undoneRows)} of ${grouped(of.rowsDone)} rows so far`}
            {!running && !goingBack && `${grouped(of.rowCount)} rows, each in one place`}
          </strong>
        </p>
        {(running || goingBack) && (
          <progress
            className="progress progress-primary w-full"
            value={running ? of.rowsDone : of.undoneRows}
            max={running ? of.rowCount : of.rowsDone}
            aria-label={running ? 'Rows taken in' : 'Rows taken back'}
          />
        )}
        <dl className={`mt-4 ${gone ? 'text-muted line-through' : ''}`}>
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
        {!running && !goingBack && (
          <div className="mt-5 flex gap-3">
            {of.rowsRejected > 0 && (
              <a className="btn" href={`/api/v1/imports/${of.id}/rejects.csv`} download>
                Download the rejects
              </a>
            )}
            {!gone && (
              <Link className="btn btn-primary" to={`/people/lists/${of.listId}`}>
                See the people
              </Link>
            )}
          </div>
        )}
        {!running && of.rowsRejected > 0 && (
          <p className="mt-2 text-muted">
            Put right what is wrong in the file of rejects and import it: its columns are taken the
            same way.
          </p>
        )}
        {running && (
          <p className="mt-4 text-muted">
            This page can be left; the import goes on and is found under People. Nobody of it is
            contacted before it is done.
          </p>
        )}
        <p className="mt-4 text-[13px] text-muted">
          {of.shape.formatWords}
          {of.endedAt && `, ended ${dayAndTime(of.endedAt, zone)}`}
          {of.folder && `, found in the folder ${of.folder}`}
          <br />
          SHA-256 <span className="figure break-all">{of.sha256}</span>
        </p>
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
