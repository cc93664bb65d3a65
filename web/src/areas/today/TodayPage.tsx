import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useClockOffset, useNow, networkOf } from '../../api/live';
import { Key } from '../../parts/Key';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { time } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { useKey } from '../../parts/useKey';
import { useTick } from '../../parts/useTick';
import { NewCampaignButton } from '../campaigns/NewCampaignButton';
import { Drafts } from './Drafts';
import { Lanes } from './Lanes';
import { NeedsYou } from './NeedsYou';

const DAY = 24 * 3600 * 1000;

/** The day drawn as time: a lane for each campaign, and what waits for a person. */
export default function TodayPage() {
  const { zone } = useHouse();
  const { data: now } = useNow();
  const instant = useTick(2_000) + useClockOffset();
  const [ahead, setAhead] = useState(0);
  const [week, setWeek] = useState(false);
  const shown = new Date(instant + ahead * DAY);
  const day = isoDay(shown, zone);
  const view = useQuery({
    queryKey: ['campaigns', 'today', day, week],
    queryFn: () => api.get<Schemas['Day']>(`/today?day=${day}&days=${week ? 7 : 1}`),
    placeholderData: keepPreviousData,
    refetchInterval: 15_000,
  });
  useKey('arrowright', 'the day after', () => setAhead(ahead + 1));
  useKey('arrowleft', 'the day before', () => setAhead(ahead - 1));
  useKey('w', 'the week, or the day', () => setWeek(!week));
  const title = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  }).format(shown);
  return (
    <>
      <PageHead
        title={week ? `Week from ${title}` : title}
        beside={
          <>
            <span className="figure">{time(new Date(instant).toISOString(), zone)}</span>{' '}
            {zone.replace('_', ' ')}
            {(now?.networks ?? []).some((one) => one.kind === 'stand-in') && ' · stand-in network'}
            {now?.clockOffRealTime &&
              ` · demo clock, ${now.clockSpeed === 1 ? 'at real speed' : `${now.clockSpeed} times as fast`}`}
          </>
        }
      >
        <button
          className="btn btn-ghost btn-sm"
          aria-label="The day before"
          onClick={() => setAhead(ahead - 1)}
        >
          <Key>←</Key>
        </button>
        <button
          className="btn btn-ghost btn-sm"
          aria-label="The day after"
          onClick={() => setAhead(ahead + 1)}
        >
          <Key>→</Key> day
        </button>
        <button className="btn btn-ghost btn-sm" aria-pressed={week} onClick={() => setWeek(!week)}>
          <Key>W</Key> week
        </button>
        <NewCampaignButton />
      </PageHead>
      <ProblemNote error={view.error} />
      {view.data && (
        <>
          <Lanes day={view.data} now={instant} zone={zone} week={week} />
          <div className="mt-5 grid gap-x-10 gap-y-6 xl:grid-cols-2">
            <NeedsYou
              waiting={view.data.waiting}
              network={now ? (networkOf(now, 'SMS')?.kind ?? 'none') : ''}
            />
            <Drafts />
          </div>
        </>
      )}
      {view.data?.lanes.length === 0 && (
        <p className="mt-4 text-muted">
          Nothing runs in this time.{' '}
          <Link className="link-plain" to="/campaigns">
            All campaigns
          </Link>
        </p>
      )}
    </>
  );
}

/** A day on a zone's calendar, such as 2026-11-17. */
function isoDay(at: Date, zone: string): string {
  return new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(at);
}
