import type { Schemas } from '../../../api/client';
import { CountButton } from './CountButton';
import { GroupPeople } from './GroupPeople';

/** One stage of the way from everyone to those within hours, with who drops out there and why. */
export function ReachStage({
  count,
  total,
  shade,
  code,
  words,
  groups,
  open,
  onOpen,
  campaignId,
}: {
  count: number;
  total: number;
  shade: string;
  code: string;
  words: string;
  groups: Schemas['Group'][];
  open: string | undefined;
  onOpen: (group: string | undefined) => void;
  campaignId: number;
}) {
  return (
    <div>
      <div className="h-3.5 rounded-sm bg-base-200">
        <div
          className={`h-full rounded-sm bg-primary ${shade}`}
          style={{ width: total === 0 ? 0 : `${(100 * count) / total}%` }}
        />
      </div>
      <p className="mt-1">
        <CountButton {...{ count, words, code, open, onOpen }} large /> {words}
      </p>
      {open === code && <GroupPeople campaignId={campaignId} group={{ code, words }} />}
      {groups.map((group) => (
        <div key={group.code} className="pl-3.5">
          <p className="text-muted">
            <CountButton
              count={group.people}
              words={group.words}
              code={group.code}
              open={open}
              onOpen={onOpen}
            />{' '}
            {group.words}
          </p>
          {open === group.code && <GroupPeople campaignId={campaignId} group={group} />}
        </div>
      ))}
    </div>
  );
}
