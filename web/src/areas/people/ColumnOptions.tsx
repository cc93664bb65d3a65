import { useState } from 'react';
import {
  holdsDays,
  MERGE_WORDS,
  mergeRules,
  TYPE_WORDS,
  type Column,
  type FieldType,
  type MergeRule,
  type Plan,
} from './importPlan';

/** Everything that can be said about one column beside what it becomes. */
export function ColumnOptions({
  index,
  header,
  headers,
  column,
  plan,
  onChange,
  onPlan,
  onClose,
}: {
  index: number;
  header: string;
  headers: string[];
  column: Column;
  plan: Plan;
  onChange: (change: Partial<Column>) => void;
  onPlan: (plan: Plan) => void;
  onClose: () => void;
}) {
  const [strip, setStrip] = useState('');
  const rules = mergeRules(column.role);
  const mend = (one: Plan['mends'][number]) => onPlan({ ...plan, mends: [...plan.mends, one] });
  return (
    <div
      className="mb-2 flex flex-wrap items-end gap-3 rounded-box bg-base-200 px-3 py-2 text-[13px]"
      role="group"
      aria-label={`More about ${header}`}
    >
      <strong className="max-w-40 truncate self-center">{header}</strong>
      {column.role === 'PHONE' && (
        <>
          <Text
            label="Label"
            hint="mobile, home, fax"
            value={column.into}
            onChange={(into) => onChange({ into })}
          />
          <Text
            label="Country"
            hint="as the row or the file"
            value={column.region ?? ''}
            most={2}
            onChange={(region) => onChange({ region: region.toUpperCase() || null })}
          />
        </>
      )}
      {column.role === 'FIELD' && (
        <>
          <Text
            label="Field"
            hint={header}
            value={column.into}
            onChange={(into) => onChange({ into })}
          />
          <Choice
            label="Holds"
            value={column.type}
            options={TYPE_WORDS}
            onChange={(type) => onChange({ type: type as FieldType })}
          />
        </>
      )}
      {holdsDays(column) && (
        <Choice
          label="Days"
          value={column.days}
          options={{
            UNDECIDED: 'as fits all of them',
            DAY_FIRST: 'day first',
            MONTH_FIRST: 'month first',
          }}
          onChange={(days) => onChange({ days: days as Column['days'] })}
        />
      )}
      {rules.length > 0 && (
        <Choice
          label="Of people known"
          value={column.merge ?? rules[0] ?? 'KEEP'}
          options={Object.fromEntries(rules.map((rule) => [rule, MERGE_WORDS[rule]]))}
          onChange={(merge) => onChange({ merge: merge as MergeRule })}
        />
      )}
      <div className="flex items-end gap-1.5">
        <Text label="Strip a text" hint="guest:" value={strip} onChange={setStrip} />
        <button
          className="btn btn-xs"
          disabled={strip === ''}
          onClick={() => {
            mend({ column: index, strip, swap: null });
            setStrip('');
          }}
        >
          Strip
        </button>
      </div>
      <label className="flex flex-col">
        <span className="text-muted">Swap with</span>
        <select
          className="select select-xs w-48"
          value=""
          aria-label={`Swap ${header} with`}
          onChange={(event) =>
            mend({ column: index, strip: null, swap: Number(event.target.value) })
          }
        >
          <option value="">another column</option>
          {headers.map(
            (other, at) =>
              at !== index && (
                <option key={at} value={at}>
                  {other}
                </option>
              ),
          )}
        </select>
      </label>
      <button className="link-plain ml-auto self-center" onClick={onClose}>
        done
      </button>
    </div>
  );
}

function Text({
  label,
  hint,
  value,
  most = 80,
  onChange,
}: {
  label: string;
  hint: string;
  value: string;
  most?: number;
  onChange: (value: string) => void;
}) {
  return (
    <label className="flex w-36 flex-col">
      <span className="text-muted">{label}</span>
      <input
        className="input input-xs w-full"
        placeholder={hint}
        maxLength={most}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: Record<string, string>;
  onChange: (value: string) => void;
}) {
  return (
    <label className="flex flex-col">
      <span className="text-muted">{label}</span>
      <select
        className="select select-xs w-48"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {Object.entries(options).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
