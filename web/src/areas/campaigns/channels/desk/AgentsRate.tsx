import type { RowProps } from '../part';
import type { Agents } from './agents';

/** How calls come to agents, and how many of both are expected. */
export function AgentsRate({ brief, change }: RowProps) {
  const call = brief.call;
  const agents = call?.agents;
  if (!call || !agents) {
    return null;
  }
  const put = (part: Partial<Agents>) =>
    change({ call: { ...call, agents: { ...agents, ...part } } });
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-2">
        <select
          id="brief-pace"
          className="select select-sm w-72"
          aria-label="Who starts a call"
          value={agents.dialling}
          onChange={(event) =>
            put({ dialling: event.target.value === 'PREVIEW' ? 'PREVIEW' : 'ONE_PER_AGENT' })
          }
        >
          <option value="PREVIEW">the agent sees the person, then calls</option>
          <option value="ONE_PER_AGENT">one call per free agent, at once</option>
        </select>
        <label className="flex items-center gap-2">
          wrap-up
          <input
            type="number"
            min={5}
            max={3600}
            className="input input-sm figure w-24"
            aria-label="Seconds for the wrap-up"
            placeholder="no limit"
            value={agents.wrapUpSeconds ?? ''}
            onChange={(event) =>
              put({ wrapUpSeconds: event.target.value ? Number(event.target.value) : null })
            }
          />
          s
        </label>
      </div>
      <label className="flex flex-wrap items-center gap-2 text-muted">
        expected:
        <input
          type="number"
          min={1}
          max={500}
          className="input input-sm figure w-20 text-base-content"
          aria-label="Agents expected"
          value={agents.agents || ''}
          onChange={(event) => put({ agents: Number(event.target.value) })}
        />
        agents with
        <input
          type="number"
          min={1}
          max={200}
          className="input input-sm figure w-20 text-base-content"
          aria-label="Calls an hour each"
          value={agents.callsAnHour || ''}
          onChange={(event) => put({ callsAnHour: Number(event.target.value) })}
        />
        calls an hour each; only for the finish that is shown, never a limit
      </label>
    </div>
  );
}
