import { grouped } from '../../parts/format';
import type { Plan } from './importPlan';

type Same = Plan['samePerson'];

/** By what a row is taken to be about somebody known; what that does is counted beside it. */
export function SamePersonLine({
  value,
  sharing,
  onChange,
}: {
  value: Same;
  /** Rows that have a number of somebody of another name. */
  sharing: number | undefined;
  onChange: (value: Same) => void;
}) {
  return (
    <div className="grid grid-cols-[8rem_1fr] items-baseline gap-2">
      <span className="text-muted">The same person</span>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={value.byOwnId}
            onChange={(event) => onChange({ ...value, byOwnId: event.target.checked })}
          />
          by your own id
        </label>
        <select
          className="select select-sm w-64"
          aria-label="What a number says"
          value={value.byNumber}
          onChange={(event) =>
            onChange({ ...value, byNumber: event.target.value as Same['byNumber'] })
          }
        >
          <option value="WITH_NAME">by a number with the same name</option>
          <option value="ALONE">by a number, whatever the name</option>
          <option value="NEVER">not by a number</option>
        </select>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={value.byEmail}
            onChange={(event) => onChange({ ...value, byEmail: event.target.checked })}
          />
          by e-mail
        </label>
        {sharing !== undefined && sharing > 0 && (
          <span className="text-warning" role="status">
            <span className="figure">{grouped(sharing)}</span>{' '}
            {sharing === 1 ? 'row has' : 'rows have'} a number of somebody of another name:{' '}
            {value.byNumber === 'ALONE'
              ? 'taken for the same person. Are they a household?'
              : 'kept apart, as people who share a telephone. Are they the same?'}{' '}
            <button
              className="link-plain"
              onClick={() =>
                onChange({
                  ...value,
                  byNumber: value.byNumber === 'ALONE' ? 'WITH_NAME' : 'ALONE',
                })
              }
            >
              {value.byNumber === 'ALONE' ? 'Keep them apart' : 'Take them for the same'}
            </button>
          </span>
        )}
      </div>
    </div>
  );
}
