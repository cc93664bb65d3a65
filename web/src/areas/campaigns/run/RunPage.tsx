import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { PageHead } from '../../../parts/PageHead';
import { ProblemNote } from '../../../parts/ProblemNote';
import { LIFE_WORDS, dayAndTime, grouped, money, time } from '../../../parts/format';
import { CHANNELS, isCall, kept } from '../../../parts/channels';
import { useHouse } from '../../../parts/house';
import { networkOf, useNow } from '../../../api/live';
import { BesideTheLast } from './BesideTheLast';
import { ByList } from './ByList';
import { DeskReport } from './DeskReport';
import { FollowOnButton } from './FollowOnButton';
import { channelPart } from '../channels';
import { HoursOfDay } from './HoursOfDay';
import { OverTime } from './OverTime';
import { LifeButtons } from './LifeButtons';
import { OnePerson } from './OnePerson';
import { PeopleIn } from './PeopleIn';
import { PLACE_STATES, Places, type ChosenPlace } from './Places';
import { Replies } from './Replies';

/** A launched campaign: where everybody is, live, and what came of it. */
export function RunPage({ campaign }: { campaign: Schemas['Campaign'] }) {
  const { zone, currency } = useHouse();
  const { data: now } = useNow();
  const report = useQuery({
    queryKey: ['campaign', campaign.id, 'report'],
    queryFn: () => api.get<Schemas['Report']>(`/campaigns/${campaign.id}/report`),
  });
  const [asked] = useSearchParams();
  const [place, setPlace] = useState(() => placeIn(asked));
  const [position, setPosition] = useState<number>();
  const part = channelPart(campaign.brief.channel);
  const network = networkOf(now, kept(campaign.brief.channel));
  const live = now?.campaigns.find((one) => one.id === campaign.id);
  return (
    <>
      <PageHead title={campaign.brief.name} beside={subtitle(campaign, zone)}>
        <a
          className="btn btn-outline border-base-300"
          href={`/api/v1/campaigns/${campaign.id}/report.csv`}
          download
        >
          Table as CSV
        </a>
        <FollowOnButton campaignId={campaign.id} />
        <LifeButtons campaign={campaign} awaiting={awaiting(report.data)} />
      </PageHead>
      {now && campaign.state === 'RUNNING' && !network?.connected && (
        <p className="mt-3 font-semibold text-warning">
          The network for {CHANNELS[campaign.brief.channel].word} is not connected. Nothing leaves
          until it is; nothing is lost.
        </p>
      )}
      <p className="mt-3 rounded-box bg-base-200 px-4 py-2.5 whitespace-pre-line">
        {campaign.brief.message || 'A sound of the house.'}
      </p>
      <div className="mt-5">
        <OverTime campaign={campaign} />
      </div>
      <div className="mt-5 grid gap-9 lg:grid-cols-[minmax(0,560px)_minmax(0,1fr)]">
        <div className="flex flex-col gap-6">
          {report.data && (
            <Places
              report={report.data}
              channel={campaign.brief.channel}
              chosen={place}
              onChoose={(next) => {
                setPlace(next);
                setPosition(undefined);
              }}
            />
          )}
          <ProblemNote error={report.error} />
          <p className="text-muted">
            {campaign.attempts > 0 &&
              `${part.unit(isCall(campaign.brief.channel) ? campaign.attempts : campaign.segments)} for ${money(campaign.costMicros, currency)}.`}
            {live && live.perMinute > 0 && ` ${grouped(live.perMinute)} a minute now.`}
            {live?.heldUntil && ` The next of the held at ${time(live.heldUntil, zone)}.`}
          </p>
          <HeldUntil
            report={report.data}
            onChoose={(next) => {
              setPlace(next);
              setPosition(undefined);
            }}
          />
          {report.data && <HoursOfDay hours={report.data.hours} />}
          <ByList
            campaign={campaign}
            onChoose={(next) => {
              setPlace(next);
              setPosition(undefined);
            }}
          />
          <BesideTheLast campaign={campaign} />
        </div>
        <div className="flex flex-col gap-6">
          {position !== undefined ? (
            <OnePerson
              campaign={campaign}
              position={position}
              onLeave={() => setPosition(undefined)}
            />
          ) : place ? (
            <PeopleIn campaign={campaign} place={place} onChoose={setPosition} />
          ) : (
            <>
              {campaign.brief.channel === 'AGENT_CALL' && <DeskReport campaignId={campaign.id} />}
              <Replies
                campaignId={campaign.id}
                replies={campaign.replies}
                stops={campaign.optOuts}
              />
            </>
          )}
        </div>
      </div>
    </>
  );
}

/** The place that a link to this page asks to see, such as from what needs somebody on Today. */
function placeIn(asked: URLSearchParams): ChosenPlace | undefined {
  const names = asked.get('state')?.split(',') ?? [];
  const states = PLACE_STATES.filter((one) => names.includes(one));
  const reason = asked.get('reason');
  return states.length === 0
    ? undefined
    : {
        states,
        ...(reason === null ? {} : { reasons: reason.split(',') }),
        words: asked.get('words') ?? '',
      };
}

/** How many are held until something is known. */
function awaiting(report: Schemas['Report'] | undefined): number {
  const held = report?.places.find((one) => one.state === 'HELD' && one.reason === 'ZONE_UNKNOWN');
  return held?.people ?? 0;
}

function subtitle(campaign: Schemas['Campaign'], zone: string): string {
  const purpose = campaign.brief.purpose === 'SERVICE' ? 'service message' : 'marketing';
  const by = campaign.launchedBy ? ` by ${campaign.launchedBy}` : '';
  const since = campaign.endedAt ?? campaign.beganAt ?? campaign.launchedAt;
  const word = campaign.endedAt ? '' : 'since ';
  return `${CHANNELS[campaign.brief.channel].word} · ${purpose} · ${LIFE_WORDS[campaign.state]} ${word}${since ? dayAndTime(since, zone) : ''}, launched${by}`;
}

function HeldUntil({
  report,
  onChoose,
}: {
  report: Schemas['Report'] | undefined;
  onChoose: (place: ChosenPlace) => void;
}) {
  const { zone } = useHouse();
  if (!report || report.heldUntil.length === 0) {
    return null;
  }
  const most = Math.max(...report.heldUntil.map((one) => one.people));
  return (
    <section>
      <h2 className="section-title mb-2">Held, until</h2>
      {report.heldUntil.map((one) => (
        <div key={one.hour} className="flex items-center gap-3 py-0.5">
          <span className="figure w-40 whitespace-nowrap">{dayAndTime(one.hour, zone)}</span>
          <span className="h-3 flex-1">
            <span
              className="block h-full rounded-sm bg-primary opacity-50"
              style={{ width: `${(100 * one.people) / most}%` }}
            />
          </span>
          <button
            className="link-plain figure w-16 text-right"
            aria-label={`${grouped(one.people)} held until ${dayAndTime(one.hour, zone)}: show them`}
            onClick={() =>
              onChoose({
                states: ['HELD'],
                dueIn: one.hour,
                words: `until ${dayAndTime(one.hour, zone)}`,
              })
            }
          >
            {grouped(one.people)}
          </button>
        </div>
      ))}
    </section>
  );
}
