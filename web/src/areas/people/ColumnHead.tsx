import { SlidersHorizontal } from 'lucide-react';
import { ColumnFindings } from './ColumnFindings';
import { holdsDays, ROLE_WORDS, TYPE_WORDS, type Column, type Role } from './importPlan';
import type { ImportCheck } from './useImportCheck';

/** What a column becomes, why, and what is wrong with how many of its cells over the whole file. */
export function ColumnHead({
  header,
  column,
  why,
  found,
  open,
  onOpen,
  onChange,
}: {
  header: string;
  column: Column;
  why: string;
  found: ImportCheck['columns'][number] | undefined;
  /** Whether everything else about the column is shown. */
  open: boolean;
  onOpen: () => void;
  onChange: (change: Partial<Column>) => void;
}) {
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
          aria-label={`More about ${header}`}
          title="label, type, whole column"
          onClick={onOpen}
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
