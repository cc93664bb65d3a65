import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { spaced } from '../../parts/format';

/** People as rows, each with a box to pick them. */
export function PeopleTable({
  rows,
  isPicked,
  onToggle,
  onAll,
}: {
  rows: Schemas['PersonRow'][];
  isPicked: (id: number) => boolean;
  onToggle: (id: number) => void;
  onAll: (ids: number[]) => void;
}) {
  return (
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
          <th>Number</th>
          <th>E-mail</th>
          <th>Your id</th>
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
            <td className="figure whitespace-nowrap">
              {spaced(row.number)}
              {row.numbers > 1 && <span className="text-muted"> and {row.numbers - 1} more</span>}
            </td>
            <td>{row.email}</td>
            <td className="figure">{row.ownId}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
