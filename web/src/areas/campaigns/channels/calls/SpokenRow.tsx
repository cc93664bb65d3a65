import { AsTheyGetIt } from '../../brief/AsTheyGetIt';
import { Advice } from '../../brief/Advice';
import { MergeTextBox } from '../../brief/MergeTextBox';
import type { RowProps } from '../part';
import { HearIt } from './HearIt';
import { KeysRow } from './KeysRow';
import { SoundChoice } from './SoundChoice';

/** What is said in a call: words that are spoken for each person, or a sound; and who hears it. */
export function SpokenRow({ campaign, brief, change }: RowProps) {
  const call = brief.call;
  if (!call) {
    return null;
  }
  const put = (part: Partial<typeof call>) => change({ call: { ...call, ...part } });
  return (
    <>
      <SoundChoice
        chosen={call.soundId}
        onChoose={(sound) => put({ soundId: sound?.id ?? null, soundSeconds: sound?.seconds ?? 0 })}
      />
      {call.soundId === null && (
        <MergeTextBox
          campaign={campaign}
          brief={brief}
          change={change}
          placeholder="Say who is calling first, what it is about, and which key does what."
        />
      )}
      <div className="mt-3 flex flex-col gap-2">
        {brief.channel === 'VOICE_BROADCAST' ? (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={call.leaveOnMachines}
              onChange={(event) => put({ leaveOnMachines: event.target.checked })}
            />
            leave the message on machines, after the beep
          </label>
        ) : (
          <label className="flex items-center gap-2">
            If a person answers,
            <select
              className="select select-sm w-72"
              aria-label="If a person answers"
              value={call.personHears ? 'hears' : 'released'}
              onChange={(event) => put({ personHears: event.target.value === 'hears' })}
            >
              <option value="released">apologise and hang up</option>
              <option value="hears">let them hear the message</option>
            </select>
          </label>
        )}
        <KeysRow call={call} onChange={put} />
      </div>
      <Advice campaign={campaign} message={brief.message} onPlain={() => undefined} />
      <AsTheyGetIt campaign={campaign} Preview={HearIt} />
    </>
  );
}
