import { grouped } from '../../parts/format';
import type { RowKind } from './importPlan';
import type { ImportCheck } from './useImportCheck';

const WORDS: [RowKind, string][] = [
  ['PROBLEM', 'Only problems'],
  ['ODD', 'Worth a look'],
  ['MERGED', 'Known or come twice'],
  ['CONFLICT', 'Say something else'],
];

/** Which rows of the file are shown. */
export function RowTabs({
  kind,
  onKind,
  rows,
  check,
}: {
  kind: RowKind | undefined;
  onKind: (kind: RowKind | undefined) => void;
  rows: number;
  check: ImportCheck | undefined;
}) {
  return (
    <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Which rows are shown">
      <Tab
        on={kind === undefined}
        words="All rows"
        count={rows}
        onClick={() => onKind(undefined)}
      />
      {WORDS.map(([of, words]) => {
        const count = check?.counted ? (check.kinds[of] ?? 0) : 0;
        return (
          (count > 0 || kind === of) && (
            <Tab key={of} on={kind === of} words={words} count={count} onClick={() => onKind(of)} />
          )
        );
      })}
    </div>
  );
}

function Tab({
  on,
  words,
  count,
  onClick,
}: {
  on: boolean;
  words: string;
  count: number;
  onClick: () => void;
}) {
  return (
    <button
      className={`btn btn-sm rounded-full ${on ? 'btn-neutral' : ''}`}
      aria-pressed={on}
      onClick={onClick}
    >
      {words} <span className="figure">{grouped(count)}</span>
    </button>
  );
}
