import type { Schemas } from '../../api/client';
import { MoreButton } from '../../parts/MoreButton';
import { ProblemNote } from '../../parts/ProblemNote';
import { dayAndTime, spaced } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { usePages } from '../../parts/usePages';

/** Open promises, the next first. */
export function FollowUpList({
  path,
  changing,
  withAgent = false,
}: {
  path: string;
  /** Something that is other whenever the list is. */
  changing: unknown;
  withAgent?: boolean;
}) {
  const { zone } = useHouse();
  const promises = usePages<Schemas['FollowUp']>(['follow-ups', path, changing], path, 'after');
  return (
    <>
      <ProblemNote error={promises.error} />
      {promises.isSuccess && promises.rows.length === 0 && (
        <p className="text-muted">
          Nothing is promised. A call marked with a follow-up is found here, and comes back at its
          time, first in the queue.
        </p>
      )}
      <ul>
        {promises.rows.map((one) => (
          <li key={one.id} className="row-line flex items-baseline gap-4 py-1.5">
            <span className="figure whitespace-nowrap">{dayAndTime(one.due, zone)}</span>
            <span className="min-w-0">
              <strong>{one.person || spaced(one.number)}</strong>
              {withAgent && <span className="text-muted"> · {one.agent}</span>}
              <span className="text-muted"> · {one.campaign}</span>
              {one.note !== '' && <span className="block">{one.note}</span>}
            </span>
          </li>
        ))}
      </ul>
      <MoreButton query={promises} />
    </>
  );
}
