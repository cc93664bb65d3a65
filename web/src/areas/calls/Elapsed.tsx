import { useClockOffset } from '../../api/live';
import { useTick } from '../../parts/useTick';

/** Time since an instant of the business clock, as 1:05 or 1:02:33. */
export function Elapsed({ since }: { since: string }) {
  const now = useTick(500) + useClockOffset();
  const seconds = Math.max(0, Math.round((now - Date.parse(since)) / 1000));
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) % 60;
  return (
    <>
      {hours > 0 ? `${hours}:${two(minutes)}` : two(minutes)}:{two(seconds % 60)}
    </>
  );
}
