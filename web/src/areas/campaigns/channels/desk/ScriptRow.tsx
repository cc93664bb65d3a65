import { Advice } from '../../brief/Advice';
import { AsTheyGetIt } from '../../brief/AsTheyGetIt';
import { MergeTextBox } from '../../brief/MergeTextBox';
import type { RowProps } from '../part';
import type { Agents } from './agents';
import { AnswersRow } from './AnswersRow';
import { OutcomesRow } from './OutcomesRow';

/** What agents say, what they answer, how a call can end, and what machines get. */
export function ScriptRow({ campaign, brief, change }: RowProps) {
  const call = brief.call;
  const agents = call?.agents;
  if (!call || !agents) {
    return null;
  }
  const put = (part: Partial<Agents>) =>
    change({ call: { ...call, agents: { ...agents, ...part } } });
  return (
    <>
      <MergeTextBox
        campaign={campaign}
        brief={brief}
        change={change}
        placeholder="A paragraph for each line that is said: who is calling first, then what it is about."
      />
      <AnswersRow agents={agents} put={put} />
      <OutcomesRow agents={agents} put={put} />
      <label className="mt-3 block">
        <span className="text-muted">On machines, one key leaves</span>
        <textarea
          className="textarea mt-1 min-h-12 w-full"
          aria-label="On machines"
          maxLength={600}
          placeholder="nothing, unless an agent chooses a sound for the sitting"
          value={agents.machineWords}
          onChange={(event) => put({ machineWords: event.target.value })}
        />
      </label>
      <Advice campaign={campaign} message={brief.message} onPlain={() => undefined} />
      <AsTheyGetIt campaign={campaign} />
    </>
  );
}
