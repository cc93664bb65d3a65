import { day, grouped, money, time } from '../../../parts/format';
import { isCall, type Channel } from '../../../parts/channels';
import { useHouse } from '../../../parts/house';
import { CountButton } from './CountButton';
import type { Preflight } from './usePreflight';

/** How many messages, for how much, until when. */
export function ReachSums({
  is,
  channel,
  limit,
  open,
  onOpen,
}: {
  is: Preflight;
  channel: Channel;
  limit: number | null;
  open: string | undefined;
  onOpen: (code: string | undefined) => void;
}) {
  const { currency, zone } = useHouse();
  const left = limit === null ? null : limit - is.costMicros;
  return (
    <div className="grid grid-cols-3 gap-3 border-y border-base-300 py-3">
      <p>
        <strong className="figure block text-lg">{grouped(is.segments)}</strong>
        <span className="text-muted">
          {isCall(channel) ? `calls of up to ${is.callSeconds} s` : 'messages'}
          {is.longer > 0 && (
            <>
              , for{' '}
              <CountButton
                count={is.longer}
                words="people whose text is longer than the others’"
                code="LONGER"
                open={open}
                onOpen={onOpen}
              />{' '}
              more than for the others
            </>
          )}
        </span>
      </p>
      <p>
        <strong className="figure block text-lg">{money(is.costMicros, currency)}</strong>
        <span className="text-muted">
          {isCall(channel) ? 'at most' : 'cost'}
          {left !== null && left >= 0 && `, ${money(left, currency)} left`}
        </span>
        {left !== null && left < 0 && (
          <span className="block font-semibold text-warning">
            {money(-left, currency)} over the limit: it will pause there
          </span>
        )}
      </p>
      {is.finish && (
        <p data-testid="finish">
          <strong className="figure block text-lg">{time(is.finish, zone)}</strong>
          <span className="text-muted">done {day(is.finish, zone)}, house clock</span>
        </p>
      )}
    </div>
  );
}
