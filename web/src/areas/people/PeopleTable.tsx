import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { day, spaced } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { OUTCOME_WORDS } from './filters';

type Row = Schemas['PersonRow'];

/** People as rows, each with a box to pick them, in the columns that were chosen. */
export function PeopleTable({
  rows,
  columns,
  isPicked,
  onToggle,
  onAll,
}: {
  rows: Row[];
  columns: [string, string][];
  isPicked: (id: number) => boolean;
  onToggle: (id: number) => void;
  onAll: (ids: number[]) => void;
}) {
  const { zone } = useHouse();
  return (
    <div className="overflow-x-auto">
      <table className="table-plain mt-3">
        <thead>
          <tr>
            <th className="w-8">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                aria-label="Pick all that are shown"
                checked={rows.length > 0 && rows.every((row) => isPicked(row.id))}
                onChange={() => onAll(rows.map((row) => row.id))}
              />
            </th>
            <th>Name</th>
            {columns.map(([key, words]) => (
              <th key={key}>{words}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td>
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  aria-label={`Pick ${row.name || 'no name'}`}
                  checked={isPicked(row.id)}
                  onChange={() => onToggle(row.id)}
                />
              </td>
              <td>
                <Link className="link-plain" to={`/people/${row.id}`}>
                  {row.name || 'no name'}
                </Link>
              </td>
              {columns.map(([key]) => (
                <td key={key} className="max-w-64 truncate">
                  <Cell row={row} column={key} zone={zone} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Cell({ row, column, zone }: { row: Row; column: string; zone: string }) {
  switch (column) {
    case 'number':
      return (
        <span className="figure whitespace-nowrap">
          {spaced(row.number)}
          {row.numbers > 1 && <span className="text-muted"> and {row.numbers - 1} more</span>}
        </span>
      );
    case 'email':
      return row.email;
    case 'ownId':
      return <span className="figure">{row.ownId}</span>;
    case 'tags':
      return row.tags.join(', ');
    case 'lastContact':
      return row.lastContact ? (
        day(row.lastContact, zone)
      ) : (
        <span className="text-muted">never</span>
      );
    case 'lastOutcome':
      return OUTCOME_WORDS[row.lastOutcome as keyof typeof OUTCOME_WORDS] ?? '';
    default:
      return row.fields[column.replace(/^field:/, '')] ?? '';
  }
}
