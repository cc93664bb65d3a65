import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import type { MergeRule } from './importPlan';

/** What a row says otherwise about somebody known, each to be decided. */
export function ConflictRow({
  id,
  row,
  columns,
}: {
  id: number;
  row: Schemas['RowView'];
  columns: number;
}) {
  return (
    <tr>
      <td />
      <td colSpan={columns - 1} className="border-b border-base-300 bg-base-200 px-3 py-1.5">
        {row.conflicts.map((conflict) => (
          <OneConflict key={conflict.target} id={id} row={row.number} conflict={conflict} />
        ))}
      </td>
    </tr>
  );
}

function OneConflict({
  id,
  row,
  conflict,
}: {
  id: number;
  row: number;
  conflict: Schemas['ConflictView'];
}) {
  const [rule, setRule] = useState<MergeRule>(conflict.rule);
  const decide = useMutation({
    mutationFn: (to: MergeRule) =>
      api.put(`/imports/${id}/rows/${row}/decision`, { target: conflict.target, rule: to }),
    onSuccess: (_, to) => setRule(to),
  });
  const takes = rule === 'REPLACE';
  return (
    <div className="flex flex-wrap items-center gap-3 py-0.5">
      <span className="w-32 text-muted">{conflict.header}</span>
      <Choose
        on={!takes}
        words={`keep “${conflict.known}”`}
        onClick={() => decide.mutate('KEEP')}
      />
      <Choose
        on={takes}
        words={`take “${conflict.said}”`}
        onClick={() => decide.mutate('REPLACE')}
      />
    </div>
  );
}

function Choose({ on, words, onClick }: { on: boolean; words: string; onClick: () => void }) {
  return (
    <label className="flex cursor-pointer items-center gap-1.5">
      <input type="radio" className="radio radio-xs" checked={on} onChange={onClick} />
      <span className={on ? 'font-semibold' : ''}>{words}</span>
    </label>
  );
}
