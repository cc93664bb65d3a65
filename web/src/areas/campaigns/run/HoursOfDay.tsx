import type { Schemas } from '../../../api/client';
import { grouped, share } from '../../../parts/format';

/** What was tried and reached in each hour of the day, on the house's clock. */
export function HoursOfDay({ hours }: { hours: Schemas['HourTally'][] }) {
  if (hours.length < 2) {
    return null;
  }
  const most = Math.max(1, ...hours.map((one) => Math.max(one.attempts, one.reached)));
  return (
    <section aria-label="Hours of the day">
      <h2 className="section-title mb-2">Hours of the day</h2>
      <table className="rows w-full">
        <thead className="text-left text-muted">
          <tr>
            <th className="font-normal">house clock</th>
            <th className="w-1/2" />
            <th className="text-right font-normal">tried</th>
            <th className="text-right font-normal">reached</th>
          </tr>
        </thead>
        <tbody>
          {hours.map((one) => (
            <tr key={one.hour} className="row-line">
              <td className="figure py-1">{String(one.hour).padStart(2, '0')}:00</td>
              <td className="pr-3">
                <span className="relative block h-2.5 rounded-sm bg-base-200">
                  <span
                    className="absolute h-full rounded-sm bg-primary opacity-35"
                    style={{ width: `${(100 * one.attempts) / most}%` }}
                  />
                  <span
                    className="absolute h-full rounded-sm bg-primary"
                    style={{ width: `${(100 * one.reached) / most}%` }}
                  />
                </span>
              </td>
              <td className="figure text-right">{grouped(one.attempts)}</td>
              <td className="figure text-right">
                {grouped(one.reached)}{' '}
                <span className="text-muted">
                  {one.reached <= one.attempts && share(one.reached, one.attempts)}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
