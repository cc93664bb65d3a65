import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useClockOffset, useNow } from '../../api/live';
import { PageHead } from '../../parts/PageHead';
import { LIFE_WORDS, grouped, time } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { useTick } from '../../parts/useTick';
import { NewCampaignButton } from '../campaigns/NewCampaignButton';

type Campaign = Schemas['Campaign'];

/** The state of the day, plainly: what runs, what waits for a person, what was last finished. */
export default function TodayPage() {
  const { zone } = useHouse();
  const { data: now } = useNow();
  const instant = new Date(useTick(10_000) + useClockOffset()).toISOString();
  const campaigns = useQuery({
    queryKey: ['campaigns', 'first'],
    queryFn: () => api.get<Schemas['PageCampaign']>('/campaigns'),
  });
  const title = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  }).format(new Date(instant));
  const all = campaigns.data?.items ?? [];
  const of = (...states: Campaign['state'][]) => all.filter((one) => states.includes(one.state));
  return (
    <>
      <PageHead
        title={title}
        beside={
          <>
            <span className="figure">{time(instant, zone)}</span> {zone.replace('_', ' ')}
            {now?.network === 'stand-in' && ' · stand-in network'}
            {now?.clockOffRealTime && ' · demo clock, at real speed'}
          </>
        }
      >
        <NewCampaignButton />
      </PageHead>
      <div className="mt-6 grid gap-x-10 gap-y-8 xl:grid-cols-2">
        <Section title="Under way" empty="Nothing is running.">
          {of('RUNNING', 'PAUSED', 'SCHEDULED').map((one) => (
            <Row key={one.id} campaign={one}>
              {LIFE_WORDS[one.state]} · {grouped(one.attempts)} sent, {grouped(one.reached)}{' '}
              delivered, {grouped(one.waiting)} wait
            </Row>
          ))}
        </Section>
        <Section title="Needs you" empty="Nothing waits for you.">
          {now?.network === 'none' && (
            <li className="row-line flex py-2">
              No SMS network is set up, so nothing can be sent.
              <Link className="link-plain ml-auto" to="/setup">
                Set it up
              </Link>
            </li>
          )}
          {now && now.unconfirmed > 0 && (
            <li className="row-line flex py-2">
              {grouped(now.unconfirmed)} {now.unconfirmed === 1 ? 'text is' : 'texts are'}{' '}
              unconfirmed: their answer was lost
              <Link className="link-plain ml-auto" to="/campaigns">
                Decide
              </Link>
            </li>
          )}
        </Section>
        <Section title="Drafts" empty="No draft is open.">
          {of('DRAFT').map((one) => (
            <Row key={one.id} campaign={one}>
              changed {time(one.changedAt, zone)} by {one.createdBy}
            </Row>
          ))}
        </Section>
        <Section title="Done" empty="Nothing has been finished yet.">
          {of('FINISHED', 'STOPPED')
            .slice(0, 8)
            .map((one) => (
              <Row key={one.id} campaign={one}>
                {grouped(one.reached)} of {grouped(one.people)} delivered, {grouped(one.replies)}{' '}
                replied, {grouped(one.optOuts)} said stop
              </Row>
            ))}
        </Section>
      </div>
    </>
  );
}

function Section({
  title,
  empty,
  children,
}: {
  title: string;
  empty: string;
  children: React.ReactNode;
}) {
  const shown = [children].flat(3).filter(Boolean);
  return (
    <section>
      <h2 className="section-title mb-2">{title}</h2>
      {shown.length === 0 ? (
        <p className="row-line py-2 text-muted">{empty}</p>
      ) : (
        <ul>{children}</ul>
      )}
    </section>
  );
}

function Row({ campaign, children }: { campaign: Campaign; children: React.ReactNode }) {
  return (
    <li className="row-line flex items-baseline gap-4 py-2">
      <Link className="link-plain" to={`/campaigns/${campaign.id}`}>
        {campaign.brief.name || 'no name yet'}
      </Link>
      <span className="ml-auto text-muted">{children}</span>
    </li>
  );
}
