import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { grouped, people } from '../../parts/format';

/** What waits for a person. */
export function NeedsYou({ waiting, network }: { waiting: Schemas['Waiting']; network: string }) {
  const nothing =
    network !== 'none' &&
    waiting.unconfirmed.length + waiting.heldWithoutZone.length + waiting.unreadReplies === 0;
  return (
    <section>
      <h2 className="section-title mb-2">Needs you</h2>
      {nothing && <p className="row-line py-2 text-muted">Nothing waits for you.</p>}
      <ul>
        {network === 'none' && (
          <Line to="/setup" word="Set it up" urgent>
            No SMS network is set up, so nothing can be sent.
          </Line>
        )}
        {waiting.unconfirmed.map((one) => (
          <Line key={one.campaignId} to={placeOf(one, 'UNCONFIRMED')} word="Decide" urgent>
            {grouped(one.people)} {one.people === 1 ? 'text' : 'texts'} of {one.campaign}{' '}
            unconfirmed: the answer was lost
          </Line>
        ))}
        {waiting.unreadReplies > 0 && (
          <Line to="/replies" word="Read">
            {grouped(waiting.unreadReplies)}{' '}
            {waiting.unreadReplies === 1 ? 'reply that nobody has' : 'replies that nobody has'} read
          </Line>
        )}
        {waiting.heldWithoutZone.map((one) => (
          <Line
            key={one.campaignId}
            to={placeOf(one, 'HELD', 'ZONE_UNKNOWN', 'time zone not known')}
            word="Say where"
          >
            {people(one.people)} of {one.campaign} held: time zone not known
          </Line>
        ))}
      </ul>
    </section>
  );
}

/** The people themselves, on the page of their run. */
function placeOf(of: Schemas['Stuck'], state: string, reason?: string, words = ''): string {
  const query = new URLSearchParams({ state, ...(reason ? { reason } : {}), words });
  return `/campaigns/${of.campaignId}?${query.toString()}`;
}

function Line({
  to,
  word,
  urgent = false,
  children,
}: {
  to: string;
  word: string;
  urgent?: boolean;
  children: ReactNode;
}) {
  return (
    <li className="row-line flex items-center gap-2.5 py-2">
      <span className={`size-2 rounded-full ${urgent ? 'bg-error' : 'bg-warning'}`} aria-hidden />
      <span>{children}</span>
      <Link className="link-plain ml-auto" to={to}>
        {word}
      </Link>
    </li>
  );
}
