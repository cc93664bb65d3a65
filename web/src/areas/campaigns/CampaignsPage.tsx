import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { ChannelMark } from '../../parts/ChannelMark';
import { ALL_CHANNELS, CHANNELS } from '../../parts/channels';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { LIFE_WORDS, day, grouped, money, share } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { usePages } from '../../parts/usePages';
import { NewCampaignButton } from './NewCampaignButton';

type Campaign = Schemas['Campaign'];
type Column =
  'name' | 'state' | 'launched' | 'people' | 'reached' | 'failed' | 'replies' | 'stops' | 'cost';

const VALUES: Record<Column, (one: Campaign) => string | number> = {
  name: (one) => one.brief.name.toLowerCase(),
  state: (one) => one.state,
  launched: (one) => one.launchedAt ?? '',
  people: (one) => one.people,
  reached: (one) => one.reached,
  failed: (one) => one.failed,
  replies: (one) => one.replies,
  stops: (one) => one.optOuts,
  cost: (one) => one.costMicros,
};

const HEADS: { column: Column; word: string; figure: boolean }[] = [
  { column: 'name', word: 'Campaign', figure: false },
  { column: 'state', word: 'State', figure: false },
  { column: 'launched', word: 'Launched', figure: false },
  { column: 'people', word: 'People', figure: true },
  { column: 'reached', word: 'Reached', figure: true },
  { column: 'failed', word: 'Not reached', figure: true },
  { column: 'replies', word: 'Replied', figure: true },
  { column: 'stops', word: 'Said stop', figure: true },
  { column: 'cost', word: 'Cost', figure: true },
];

/** All campaigns: found, sorted, exported. */
export default function CampaignsPage() {
  const campaigns = usePages<Campaign>(['campaigns'], '/campaigns', 'before');
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = campaigns;
  useEffect(() => {
    // Sorting and finding look at all of them.
    if (hasNextPage && !isFetchingNextPage) {
      void fetchNextPage();
    }
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  const [typed, setTyped] = useState('');
  const [state, setState] = useState('');
  const [channel, setChannel] = useState('');
  const [order, setOrder] = useState<{ column: Column; up: boolean }>();
  const shown = useMemo(
    () =>
      sorted(
        campaigns.rows.filter((one) => fits(one, typed, state, channel)),
        order,
      ),
    [campaigns.rows, typed, state, channel, order],
  );
  return (
    <>
      <PageHead title="Campaigns">
        <a className="btn btn-outline border-base-300" href="/api/v1/campaigns.csv" download>
          Table as CSV
        </a>
        <NewCampaignButton />
      </PageHead>
      <ProblemNote error={campaigns.error} />
      {campaigns.isSuccess && campaigns.rows.length === 0 && (
        <p className="mt-6">
          No campaign yet. A campaign says one thing to one audience; nothing leaves before you
          launch it.
        </p>
      )}
      {campaigns.rows.length > 0 && (
        <>
          <div className="mt-4 flex gap-3">
            <input
              type="search"
              className="input input-sm w-72"
              aria-label="Find a campaign"
              placeholder="Find by name or by whom"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
            <select
              className="select select-sm w-40"
              aria-label="Channel"
              value={channel}
              onChange={(event) => setChannel(event.target.value)}
            >
              <option value="">every channel</option>
              {ALL_CHANNELS.map((one) => (
                <option key={one} value={one}>
                  {CHANNELS[one].word}
                </option>
              ))}
            </select>
            <select
              className="select select-sm w-40"
              aria-label="State"
              value={state}
              onChange={(event) => setState(event.target.value)}
            >
              <option value="">every state</option>
              {Object.entries(LIFE_WORDS).map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </div>
          <table className="table-plain mt-3">
            <thead>
              <tr>
                {HEADS.map((head) => (
                  <th
                    key={head.column}
                    className={head.figure ? 'text-right' : ''}
                    aria-sort={
                      order?.column === head.column
                        ? order.up
                          ? 'ascending'
                          : 'descending'
                        : 'none'
                    }
                  >
                    <button
                      className="font-semibold hover:text-base-content"
                      onClick={() =>
                        setOrder({
                          column: head.column,
                          up: order?.column === head.column ? !order.up : !head.figure,
                        })
                      }
                    >
                      {head.word}
                      {order?.column === head.column && (order.up ? ' ↑' : ' ↓')}
                    </button>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {shown.map((one) => (
                <Row key={one.id} campaign={one} />
              ))}
            </tbody>
          </table>
          {shown.length === 0 && <p className="mt-3 text-muted">None of them fits.</p>}
        </>
      )}
    </>
  );
}

function fits(one: Campaign, typed: string, state: string, channel: string): boolean {
  const text = `${one.brief.name} ${one.createdBy} ${one.launchedBy ?? ''}`.toLowerCase();
  return (
    text.includes(typed.trim().toLowerCase()) &&
    (state === '' || one.state === state) &&
    (channel === '' || one.brief.channel === channel)
  );
}

function sorted(rows: Campaign[], order: { column: Column; up: boolean } | undefined): Campaign[] {
  if (!order) {
    return rows;
  }
  const value = VALUES[order.column];
  const sign = order.up ? 1 : -1;
  return [...rows].sort((a, b) => {
    const [x, y] = [value(a), value(b)];
    return x < y ? -sign : x > y ? sign : b.id - a.id;
  });
}

function Row({ campaign: one }: { campaign: Campaign }) {
  const { zone, currency } = useHouse();
  const draft = one.state === 'DRAFT';
  return (
    <tr>
      <td>
        <Link className="link-plain" to={`/campaigns/${one.id}`}>
          {one.brief.name || 'no name yet'}
        </Link>
        <span className="block text-[12px] text-muted">
          <ChannelMark channel={one.brief.channel} /> {CHANNELS[one.brief.channel].word} ·{' '}
          {one.brief.purpose === 'SERVICE' ? 'service message' : 'marketing'}
        </span>
      </td>
      <td>{LIFE_WORDS[one.state]}</td>
      <td className="text-muted">
        {one.launchedAt
          ? `${day(one.launchedAt, zone)}, ${one.launchedBy ?? ''}`
          : `by ${one.createdBy}`}
      </td>
      <Figure show={!draft}>{grouped(one.people)}</Figure>
      <Figure show={!draft} beside={share(one.reached, one.attempts)} to={part(one, 'REACHED')}>
        {grouped(one.reached)}
      </Figure>
      <Figure
        show={!draft}
        beside={share(one.failed, one.attempts)}
        to={part(one, 'FAILED,EXPIRED,NOT_REACHED')}
      >
        {grouped(one.failed)}
      </Figure>
      <Figure show={!draft} beside={share(one.replies, one.attempts)} to={`/campaigns/${one.id}`}>
        {grouped(one.replies)}
      </Figure>
      <Figure show={!draft} to={`/campaigns/${one.id}`}>
        {grouped(one.optOuts)}
      </Figure>
      <Figure show={!draft}>{money(one.costMicros, currency)}</Figure>
    </tr>
  );
}

/** The people of a campaign who are in some states. */
function part(one: Campaign, states: string): string {
  return `/campaigns/${one.id}?state=${states}`;
}

function Figure({
  show,
  beside,
  to,
  children,
}: {
  show: boolean;
  beside?: string;
  to?: string;
  children: string;
}) {
  return (
    <td className="figure text-right whitespace-nowrap">
      {show &&
        (to && children !== '0' ? (
          <Link className="underline decoration-dotted underline-offset-4" to={to}>
            {children}
          </Link>
        ) : (
          children
        ))}
      {show && beside && <span className="block text-[12px] text-muted">{beside}</span>}
    </td>
  );
}
