import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { MoreButton } from '../../parts/MoreButton';
import { ProblemNote } from '../../parts/ProblemNote';
import { ColumnHead } from './ColumnHead';
import { ColumnOptions } from './ColumnOptions';
import { ConflictRow } from './ConflictRow';
import { ImportCell } from './ImportCell';
import { RowTabs } from './RowTabs';
import { withColumn, type Plan, type RowKind } from './importPlan';
import type { ImportCheck } from './useImportCheck';

type Rows = Schemas['RowsView'];

/** The file's own rows, each column's head saying what it becomes; cells can be put right. */
export function ImportTable({
  proposal,
  plan,
  onPlan,
  check,
  onEdited,
}: {
  proposal: Schemas['ProposalView'];
  plan: Plan;
  onPlan: (plan: Plan) => void;
  check: ImportCheck | undefined;
  onEdited: () => void;
}) {
  const { id, rowCount } = proposal.of;
  const [kind, setKind] = useState<RowKind>();
  const [open, setOpen] = useState<number>();
  const queries = useQueryClient();
  const counted = check?.counted ?? false;
  const key = ['import-rows', id, kind ?? 'all', plan, kind ? counted : true];
  const rows = useInfiniteQuery({
    queryKey: key,
    queryFn: ({ pageParam }) =>
      api.post<Rows>(`/imports/${id}/rows`, { plan, kind: kind ?? null, after: pageParam }),
    initialPageParam: 0,
    getNextPageParam: (last: Rows) => last.next ?? undefined,
    placeholderData: (before) => before,
    enabled: kind === undefined || counted,
  });
  const put = useMutation({
    mutationFn: ({ row, column, value }: { row: number; column: number; value: string | null }) =>
      api.put<Schemas['RowView']>(`/imports/${id}/rows/${row}/cells/${column}`, { plan, value }),
    onSuccess: (changed) => {
      // The row stays where it is until the rows are asked for again, judged anew.
      queries.setQueryData<typeof rows.data>(key, (before) =>
        before
          ? {
              ...before,
              pages: before.pages.map((page) => ({
                ...page,
                rows: page.rows.map((row) =>
                  row.number === changed.number ? { ...changed, conflicts: row.conflicts } : row,
                ),
              })),
            }
          : before,
      );
      onEdited();
    },
  });
  const opened = open === undefined ? undefined : plan.columns[open];
  const all = rows.data?.pages.flatMap((page) => page.rows) ?? [];
  return (
    <section className="mt-3">
      {open !== undefined && opened && (
        <ColumnOptions
          key={open}
          index={open}
          header={proposal.headers[open] ?? ''}
          headers={proposal.headers}
          column={opened}
          plan={plan}
          onChange={(change) => onPlan(withColumn(plan, open, change))}
          onPlan={onPlan}
          onClose={() => setOpen(undefined)}
        />
      )}
      <div
        className="sheet max-h-[40vh] overflow-auto"
        tabIndex={0}
        role="group"
        aria-label="Rows of the file"
      >
        <table className="border-collapse text-left">
          <thead className="sticky top-0 z-10">
            <tr>
              <th className="border-r border-b-2 border-base-300 bg-base-200 px-2 py-2 text-right align-bottom font-normal text-muted">
                row
              </th>
              {proposal.headers.map((header, index) => {
                const column = plan.columns[index];
                return (
                  column && (
                    <ColumnHead
                      key={index}
                      header={header}
                      column={column}
                      why={
                        column.role === proposal.plan.columns[index]?.role
                          ? (proposal.why[index] ?? '')
                          : 'As you chose.'
                      }
                      found={check?.columns[index]}
                      open={open === index}
                      onOpen={() => setOpen(open === index ? undefined : index)}
                      onChange={(change) => onPlan(withColumn(plan, index, change))}
                    />
                  )
                );
              })}
            </tr>
          </thead>
          <tbody>
            {all.map((row) => (
              <RowOfFile
                key={row.number}
                row={row}
                id={id}
                headers={proposal.headers}
                plan={plan}
                showConflicts={kind === 'CONFLICT'}
                onPut={(column, value) => put.mutate({ row: row.number, column, value })}
              />
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap items-center gap-4">
        <RowTabs kind={kind} onKind={setKind} rows={rowCount} check={check} />
        <MoreButton query={rows} />
      </div>
      <ProblemNote error={put.error ?? rows.error} />
    </section>
  );
}

function RowOfFile({
  row,
  id,
  headers,
  plan,
  showConflicts,
  onPut,
}: {
  row: Schemas['RowView'];
  id: number;
  headers: string[];
  plan: Plan;
  showConflicts: boolean;
  onPut: (column: number, value: string | null) => void;
}) {
  return (
    <>
      <tr>
        <td
          className={`figure border-r border-b border-base-300 px-2 py-1.5 text-right align-top ${
            row.reason ? 'text-error' : 'text-muted'
          }`}
          title={row.reason ?? undefined}
        >
          {row.number}
        </td>
        {headers.map((header, column) => {
          const role = plan.columns[column]?.role;
          return (
            <ImportCell
              key={column}
              label={`${header}, row ${row.number}`}
              value={row.cells[column] ?? ''}
              note={row.notes.find((note) => note.column === column)}
              edited={row.edited.includes(column)}
              quiet={role === 'LEFT_OUT'}
              figure={role === 'PHONE' || role === 'OWN_ID'}
              onPut={(value) => onPut(column, value)}
            />
          );
        })}
      </tr>
      {showConflicts && <ConflictRow id={id} row={row} columns={headers.length + 1} />}
    </>
  );
}
