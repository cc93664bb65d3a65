import type { Plan } from './importPlan';

/** What is put right in whole columns, each to be taken back. */
export function MendsLine({
  plan,
  headers,
  onPlan,
}: {
  plan: Plan;
  headers: string[];
  onPlan: (plan: Plan) => void;
}) {
  if (plan.mends.length === 0) {
    return null;
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="w-32 text-muted">Whole columns</span>
      {plan.mends.map((mend, at) => (
        <span key={at} className="badge badge-lg gap-2">
          {mend.swap !== null
            ? `${headers[mend.column] ?? ''} and ${headers[mend.swap] ?? ''} swapped`
            : `“${mend.strip ?? ''}” stripped from ${headers[mend.column] ?? ''}`}
          <button
            className="link-plain"
            onClick={() => onPlan({ ...plan, mends: plan.mends.filter((_, i) => i !== at) })}
          >
            undo
          </button>
        </span>
      ))}
    </div>
  );
}
