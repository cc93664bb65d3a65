import type { Schemas } from '../../api/client';
import { ColumnFindings } from './ColumnFindings';
import type { ImportCheck } from './useImportCheck';

export type Role = Schemas['ProposedColumn']['role'];

const ROLE_WORDS: Record<Role, string> = {
  PHONE: 'Phone',
  NAME: 'Name',
  FIRST_NAME: 'First name',
  LAST_NAME: 'Last name',
  EMAIL: 'E-mail',
  OWN_ID: 'Your own id',
  FIELD: 'A custom field',
  AGREED: 'Agreed, yes or no',
  AGREED_ON: 'Agreed on',
  LEFT_OUT: 'Left out',
};

/** The file's own first rows, each column's head saying what it becomes. */
export function ImportTable({
  proposal,
  roles,
  onChange,
  remembered,
  check,
}: {
  proposal: Schemas['ProposalView'];
  roles: Role[];
  onChange: (index: number, role: Role) => void;
  remembered: boolean;
  check: ImportCheck | undefined;
}) {
  return (
    <section className="mt-4">
      <h2 className="section-title mb-2">
        {remembered
          ? 'The columns are taken as the last time a file with these heads came.'
          : 'What each column becomes'}
      </h2>
      <div className="sheet overflow-auto" tabIndex={0} role="group" aria-label="Rows of the file">
        <table className="border-collapse text-left">
          <thead>
            <tr>
              {proposal.columns.map((column, index) => (
                <th
                  key={index}
                  className={`min-w-40 border-r border-b-2 border-base-300 border-b-primary bg-base-200 px-2.5 py-2 align-top font-normal ${
                    roles[index] === 'LEFT_OUT' ? 'text-muted' : ''
                  }`}
                >
                  <span className="block text-[13px] text-muted">{column.header}</span>
                  <select
                    className="select select-sm mt-1 w-full font-semibold"
                    aria-label={`${column.header} becomes`}
                    value={roles[index]}
                    onChange={(event) => onChange(index, event.target.value as Role)}
                  >
                    {Object.entries(ROLE_WORDS).map(([role, words]) => (
                      <option key={role} value={role}>
                        {words}
                      </option>
                    ))}
                  </select>
                  <span className="mt-1 block text-[12px] leading-4">
                    {roles[index] === column.role ? column.why : 'As you chose.'}
                  </span>
                  {check?.columns[index] && (
                    <ColumnFindings column={check.columns[index]} header={column.header} />
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {proposal.rows.map((row, at) => (
              <tr key={at}>
                {proposal.columns.map((_, index) => (
                  <td
                    key={index}
                    className={`max-w-64 truncate border-r border-b border-base-300 px-2.5 py-1.5 ${
                      roles[index] === 'PHONE' || roles[index] === 'OWN_ID' ? 'figure' : ''
                    } ${roles[index] === 'LEFT_OUT' ? 'text-muted line-through' : ''}`}
                  >
                    {row[index] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-2 text-muted">The first {proposal.rows.length} rows of the file.</p>
    </section>
  );
}
