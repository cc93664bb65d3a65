import { useState } from 'react';
import type { Schemas } from '../../../api/client';
import { ProblemNote } from '../../../parts/ProblemNote';
import { CountButton } from './CountButton';
import { channelPart } from '../channels';
import { GroupPeople } from './GroupPeople';
import { Launch } from './Launch';
import { ReachStage } from './ReachStage';
import { ReachSums } from './ReachSums';
import { usePreflight } from './usePreflight';

const NUMBER_STAGE = ['NO_NUMBER', 'LANDLINE', 'SPECIAL_NUMBER'];

/** Who a brief will reach and who not, why, and what it costs; and the way to launch it. */
export function Reach({ campaign, settled }: { campaign: Schemas['Campaign']; settled: boolean }) {
  const preflight = usePreflight(campaign);
  const [group, setGroup] = useState<string>();
  if (!preflight.data) {
    return preflight.error ? (
      <ProblemNote error={preflight.error} />
    ) : (
      <p className="text-muted">Counting…</p>
    );
  }
  const is = preflight.data;
  const atNumber = is.groups.filter((one) => NUMBER_STAGE.includes(one.code));
  const atAllowed = is.groups.filter((one) => !one.holds && !NUMBER_STAGE.includes(one.code));
  const held = is.groups.filter((one) => one.holds);
  const stage = { total: is.everyone, open: group, onOpen: setGroup, campaignId: campaign.id };
  return (
    <aside aria-label="Who it will reach" className="flex flex-col gap-3">
      <h2 className="section-title">Who it will reach</h2>
      <ReachStage
        {...stage}
        count={is.everyone}
        shade="opacity-30"
        code="EVERYONE"
        words="in the audience"
        groups={[]}
      />
      <ReachStage
        {...stage}
        count={is.withNumber}
        shade="opacity-45"
        code="WITH_NUMBER"
        words={`with a number that ${channelPart(campaign.brief.channel).number}`}
        groups={atNumber}
      />
      <ReachStage
        {...stage}
        count={is.allowed}
        shade="opacity-75"
        code="ALLOWED"
        words="may be contacted"
        groups={atAllowed}
      />
      <ReachStage
        {...stage}
        count={is.withinHours}
        shade=""
        code="WITHIN_HOURS"
        words="within their hours now"
        groups={held}
      />
      <ReachSums
        is={is}
        channel={campaign.brief.channel}
        limit={campaign.brief.limitMicros}
        open={group}
        onOpen={setGroup}
      />
      {group === 'LONGER' && (
        <GroupPeople
          campaignId={campaign.id}
          group={{ code: 'LONGER', words: 'a longer text than the others' }}
        />
      )}
      {is.unreadable.length > 0 && (
        <p className="font-semibold text-warning">
          {is.unreadable.length === 1
            ? 'One typed line has'
            : `${is.unreadable.length} typed lines have`}{' '}
          no number: {is.unreadable.slice(0, 3).join(' · ')}
        </p>
      )}
      {is.leftBlank > 0 && (
        <>
          <p className="font-semibold text-warning">
            <CountButton
              count={is.leftBlank}
              words="people who would find a blank in their text"
              code="LEFT_BLANK"
              open={group}
              onOpen={setGroup}
            />{' '}
            {is.leftBlank === 1 ? 'person' : 'people'} would find a blank in their text.
          </p>
          {group === 'LEFT_BLANK' && (
            <GroupPeople
              campaignId={campaign.id}
              group={{ code: 'LEFT_BLANK', words: 'a blank in their text' }}
            />
          )}
        </>
      )}
      {is.legal.length > 0 && <Legal standings={is.legal} />}
      <Launch campaign={campaign} is={is} ready={settled && !preflight.isPlaceholderData} />
    </aside>
  );
}

/** What law and platforms say of this kind of contact, each with its source. */
function Legal({ standings }: { standings: Schemas['Standing'][] }) {
  return (
    <section aria-label="Legal standing" className="rounded-box bg-base-200 px-3 py-2">
      <h3 className="font-semibold">What must be kept to</h3>
      <ul>
        {standings.map((one) => (
          <li key={one.words} className="mt-1">
            {one.words} <span className="text-[12px] text-muted">{one.source}</span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[12px] text-muted">A careful start, not legal advice.</p>
    </section>
  );
}
