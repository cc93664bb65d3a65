import type { Schemas } from '../../../api/client';
import { channelPart } from '../channels';
import type { Brief } from './useDraft';

type Rule = Schemas['Rule'];

const UNITS: [number, string][] = [
  [1, 'minutes'],
  [60, 'hours'],
  [1440, 'days'],
];

/** After which outcomes to try again, how often, after how long, and on which number. */
export function RetryRow({
  brief,
  change,
}: {
  brief: Brief;
  change: (part: Partial<Brief>) => void;
}) {
  const outcomes = channelPart(brief.channel).again;
  const rules = brief.retries?.rules ?? [];
  const keep = (next: Rule[]) => change({ retries: { rules: next } });
  const put = (rule: Rule) => keep(rules.map((one) => (one.outcome === rule.outcome ? rule : one)));
  const free = outcomes.filter((one) => rules.every((rule) => rule.outcome !== one.outcome));
  return (
    <>
      {rules.map((rule) => (
        <div key={rule.outcome} className="flex flex-wrap items-center gap-2 pb-1.5">
          <span>if {outcomes.find((one) => one.outcome === rule.outcome)?.words},</span>
          <input
            type="number"
            min={1}
            max={10}
            className="input input-sm figure w-16"
            aria-label={`How often, if ${rule.outcome}`}
            value={rule.times || ''}
            onChange={(event) => put({ ...rule, times: Number(event.target.value) })}
          />
          <span>× more, after</span>
          <After rule={rule} onChange={put} />
          <select
            className="select select-sm w-44"
            aria-label={`On which number, if ${rule.outcome}`}
            value={rule.numbers}
            onChange={(event) =>
              put({ ...rule, numbers: event.target.value === 'NEXT' ? 'NEXT' : 'SAME' })
            }
          >
            {rule.outcome !== 'NOT_REACHABLE' && <option value="SAME">on the same number</option>}
            <option value="NEXT">on their next number</option>
          </select>
          <button
            className="link-plain"
            onClick={() => keep(rules.filter((one) => one.outcome !== rule.outcome))}
          >
            not again
          </button>
        </div>
      ))}
      {free.length > 0 && (
        <select
          className="select select-sm w-72"
          aria-label="Try again if"
          value=""
          onChange={(event) => {
            const chosen = outcomes.find((one) => one.outcome === event.target.value);
            if (chosen) {
              keep([...rules, ruleFor(chosen.outcome, chosen.after)]);
            }
          }}
        >
          <option value="" disabled>
            {rules.length === 0 ? 'nobody is tried twice; try again if …' : 'and if …'}
          </option>
          {free.map((one) => (
            <option key={one.outcome} value={one.outcome}>
              {one.words}
            </option>
          ))}
        </select>
      )}
    </>
  );
}

function ruleFor(outcome: Rule['outcome'], after: number): Rule {
  const numbers = outcome === 'NOT_REACHABLE' ? 'NEXT' : 'SAME';
  return { outcome, times: 1, afterMinutes: after, numbers };
}

/** A span in the largest unit that it is whole in. */
function After({ rule, onChange }: { rule: Rule; onChange: (rule: Rule) => void }) {
  const [size] = [...UNITS].reverse().find(([one]) => rule.afterMinutes % one === 0) ?? [1];
  const count = Math.round(rule.afterMinutes / size);
  return (
    <>
      <input
        type="number"
        min={1}
        className="input input-sm figure w-20"
        aria-label={`After how long, if ${rule.outcome}`}
        value={count || ''}
        onChange={(event) => onChange({ ...rule, afterMinutes: Number(event.target.value) * size })}
      />
      <select
        className="select select-sm w-28"
        aria-label={`In what, if ${rule.outcome}`}
        value={size}
        onChange={(event) =>
          onChange({ ...rule, afterMinutes: count * Number(event.target.value) })
        }
      >
        {UNITS.map(([unit, word]) => (
          <option key={unit} value={unit}>
            {word}
          </option>
        ))}
      </select>
    </>
  );
}
