import { useQuery } from '@tanstack/react-query';
import { Plus, X } from 'lucide-react';
import { api, type Schemas } from '../../../../api/client';
import { Key } from '../../../../parts/Key';
import type { Agents } from './agents';

type Outcome = Schemas['AgentOutcome'];
type Follow = Outcome['follow'];

const FOLLOWS: { follow: Follow; words: string; after: number }[] = [
  { follow: 'DONE', words: 'done', after: 0 },
  { follow: 'FOLLOW_UP', words: 'promise to call again', after: 1440 },
  { follow: 'RETRY', words: 'try again', after: 60 },
  { follow: 'NEXT_NUMBER', words: 'try their next number', after: 5 },
  { follow: 'SUPPRESS', words: 'never contact again', after: 0 },
];

const SPANS: [number, string][] = [
  [5, 'in 5 min'],
  [30, 'in 30 min'],
  [60, 'in an hour'],
  [240, 'in 4 hours'],
  [1440, 'in a day'],
  [4320, 'in 3 days'],
  [10080, 'in a week'],
];

/** The ways a call can end, each with its number key and what follows. */
export function OutcomesRow({
  agents,
  put,
}: {
  agents: Agents;
  put: (part: Partial<Agents>) => void;
}) {
  const lists = useQuery({
    queryKey: ['lists'],
    queryFn: () => api.get<Schemas['ListView'][]>('/lists'),
  });
  const { outcomes } = agents;
  const free = ['1', '2', '3', '4', '5', '6', '7', '8', '9'].find((key) =>
    outcomes.every((one) => one.key !== key),
  );
  const keep = (key: string, part: Partial<Outcome>) =>
    put({ outcomes: outcomes.map((one) => (one.key === key ? { ...one, ...part } : one)) });
  return (
    <div className="mt-3 grid gap-1.5" role="group" aria-label="How a call can end">
      <span className="text-muted">How a call can end</span>
      {outcomes.map((outcome) => (
        <div key={outcome.key} className="flex items-center gap-2">
          <Key>{outcome.key}</Key>
          <input
            className="input input-sm w-40"
            aria-label={`Name of outcome ${outcome.key}`}
            maxLength={40}
            value={outcome.label}
            onChange={(event) => keep(outcome.key, { label: event.target.value })}
          />
          <select
            className="select select-sm w-44"
            aria-label={`What follows ${outcome.key}`}
            value={outcome.follow}
            onChange={(event) => {
              const chosen = FOLLOWS.find((one) => one.follow === event.target.value);
              if (chosen) {
                keep(outcome.key, { follow: chosen.follow, afterMinutes: chosen.after });
              }
            }}
          >
            {FOLLOWS.map((one) => (
              <option key={one.follow} value={one.follow}>
                {one.words}
              </option>
            ))}
          </select>
          {outcome.afterMinutes > 0 && (
            <select
              className="select select-sm w-28"
              aria-label={`When, outcome ${outcome.key}`}
              value={outcome.afterMinutes}
              onChange={(event) => keep(outcome.key, { afterMinutes: Number(event.target.value) })}
            >
              {!SPANS.some(([minutes]) => minutes === outcome.afterMinutes) && (
                <option value={outcome.afterMinutes}>in {outcome.afterMinutes} min</option>
              )}
              {SPANS.map(([minutes, words]) => (
                <option key={minutes} value={minutes}>
                  {words}
                </option>
              ))}
            </select>
          )}
          <select
            className="select select-sm min-w-0 flex-1"
            aria-label={`List of outcome ${outcome.key}`}
            value={outcome.listId ?? ''}
            onChange={(event) =>
              keep(outcome.key, {
                listId: event.target.value ? Number(event.target.value) : null,
              })
            }
          >
            <option value="">onto no list</option>
            {lists.data?.map((list) => (
              <option key={list.id} value={list.id}>
                onto “{list.name}”
              </option>
            ))}
          </select>
          <button
            className="btn btn-xs btn-ghost"
            aria-label={`No outcome ${outcome.key}`}
            disabled={outcomes.length === 1}
            onClick={() => put({ outcomes: outcomes.filter((one) => one.key !== outcome.key) })}
          >
            <X size={14} aria-hidden />
          </button>
        </div>
      ))}
      {free && (
        <button
          className="link-plain justify-self-start"
          onClick={() =>
            put({
              outcomes: [
                ...outcomes,
                { key: free, label: 'Another way', follow: 'DONE', afterMinutes: 0, listId: null },
              ],
            })
          }
        >
          <Plus size={13} className="mr-1 inline" aria-hidden />
          another way it can end
        </button>
      )}
    </div>
  );
}
