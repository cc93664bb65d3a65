import { SlidersHorizontal } from 'lucide-react';
import { useId, useState } from 'react';
import { ColumnFindings } from './ColumnFindings';
import { ColumnOptions } from './ColumnOptions';
import { holdsDays, ROLE_WORDS, TYPE_WORDS, type Column, type Plan, type Role } from './importPlan';
import type { ImportCheck } from './useImportCheck';

/** What a column becomes, why, and what is wrong with how many of its cells over the whole file. */
export function ColumnHead({
  index,
  header,
  headers,
  column,
  why,
  found,
  plan,
  onChange,
  onPlan,
}: {
  index: number;
  header: string;
  headers: string[];
  column: Column;
  why: string;
  found: ImportCheck['columns'][number] | undefined;
  plan: Plan;
  onChange: (change: Partial<Column>) => void;
  onPlan: (plan: Plan) => void;
}) {
  const [open, setOpen] = useState(false);
  const options = useId();
  const asks = holdsDays(column) && column.days === 'UNDECIDED' && found?.days === 'ASK';
  return (
    <th
      className={`min-w-48 border-r border-b-2 border-base-300 bg-base-200 px-2.5 py-2 align-top font-normal ${
        column.role === 'LEFT_OUT' ? 'text-muted' : ''
      } ${found && Object.keys(found.wrong).length > 0 ? 'border-b-error' : 'border-b-primary'}`}
    >
      <span className="block max-w-56 truncate text-[13px] text-muted" title={header}>
        {header}
      </span>
      <span className="mt-1 flex items-center gap-1">
        <select
          className="select select-sm w-full font-semibold"
          aria-label={`${header} becomes`}
          value={column.role}
          onChange={(event) =>
            onChange({ role: event.target.value as Role, into: '', merge: null, type: 'TEXT' })
          }
        >
          {Object.entries(ROLE_WORDS).map(([role, words]) => (
            <option key={role} value={role}>
              {words}
            </option>
          ))}
        </select>
        <button
          className="btn btn-sm btn-ghost px-1.5"
          aria-expanded={open}
          aria-controls={options}
          aria-label={`More about ${header}`}
          title="label, type, whole column"
          onClick={() => setOpen(!open)}
        >
          <SlidersHorizontal size={15} aria-hidden />
        </button>
      </span>
      <span className="mt-1 block text-[12px] leading-4">
        {detail(column)}
        {why}
      </span>
      {asks && (
        <span className="mt-1 block text-[12px] leading-4 font-semibold text-warning">
          “{found.couldBeEither}” could be two days.{' '}
          <button className="link-plain" onClick={() => onChange({ days: 'DAY_FIRST' })}>
            The day comes first
          </button>{' '}
          <button className="link-plain" onClick={() => onChange({ days: 'MONTH_FIRST' })}>
            The month comes first
          </button>
        </span>
      )}
      {found && <ColumnFindings column={found} header={header} />}
      {open && (
        <ColumnOptions
          id={options}
          index={index}
          header={header}
          headers={headers}
          column={column}
          plan={plan}
          onChange={onChange}
          onPlan={onPlan}
        />
      )}
    </th>
  );
}

function detail(column: Column): string {
  const parts: string[] = [];
  if (column.role === 'PHONE' && column.into) {
    parts.push(column.into);
  }
  if (column.role === 'FIELD') {
    parts.push(
      column.into ? `“${column.into}”, ${TYPE_WORDS[column.type]}` : TYPE_WORDS[column.type],
    );
  }
  if (column.region) {
    parts.push(column.region);
  }
  return parts.length > 0 ? `${parts.join(', ')}. ` : '';
}
