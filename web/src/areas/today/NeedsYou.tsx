import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { grouped } from '../../parts/format';

/** What waits for a person. */
export function NeedsYou({ waiting, network }: { waiting: Schemas['Waiting']; network: string }) {
  const nothing =
    network !== 'none' &&
    waiting.unconfirmed + waiting.heldWithoutZone + waiting.unreadReplies === 0;
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
        {waiting.unconfirmed > 0 && (
          <Line to="/campaigns" word="Decide" urgent>
            {grouped(waiting.unconfirmed)} {waiting.unconfirmed === 1 ? 'text is' : 'texts are'}{' '}
            unconfirmed: their answer was lost
          </Line>
        )}
        {waiting.unreadReplies > 0 && (
          <Line to="/replies" word="Read">
            {grouped(waiting.unreadReplies)}{' '}
            {waiting.unreadReplies === 1 ? 'reply that nobody has' : 'replies that nobody has'} read
          </Line>
        )}
        {waiting.heldWithoutZone > 0 && (
          <Line to="/campaigns" word="Show">
            {grouped(waiting.heldWithoutZone)} people held: their time zone is not known
          </Line>
        )}
      </ul>
    </section>
  );
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
