import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../api/client';
import { useClockOffset } from '../../../api/live';
import { LaneChart } from '../../../parts/LaneChart';
import { day, grouped, time } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { useTick } from '../../../parts/useTick';

const HOUR = 3600 * 1000;
const LONGEST = 7 * 24 * HOUR;

/** A campaign's pace against its plan, over the time of its run. */
export function OverTime({ campaign }: { campaign: Schemas['Campaign'] }) {
  const { zone } = useHouse();
  const now = useTick(5_000) + useClockOffset();
  const begin = Date.parse(
    campaign.beganAt ?? campaign.brief.startAt ?? campaign.launchedAt ?? campaign.changedAt,
  );
  const from = Math.floor(begin / HOUR) * HOUR;
  const ended = campaign.endedAt ? Date.parse(campaign.endedAt) + HOUR : 0;
  const to = Math.min(from + LONGEST, Math.max(ended, from + 14 * HOUR));
  const lane = useQuery({
    queryKey: ['campaign', campaign.id, 'lane'],
    queryFn: () =>
      api.get<Schemas['Lane']>(
        `/campaigns/${campaign.id}/lane?from=${new Date(from).toISOString()}&to=${new Date(to).toISOString()}`,
      ),
  });
  if (!lane.data) {
    return null;
  }
  const hours = (to - from) / HOUR;
  const step = hours > 48 ? 24 * HOUR : hours > 20 ? 4 * HOUR : 2 * HOUR;
  const marks: number[] = [];
  for (let at = from; at < to; at += step) {
    marks.push(at);
  }
  const rows = lane.data.done;
  return (
    <section aria-label="Over time">
      <h2 className="section-title mb-2">
        Over time
        {lane.data.finish &&
          `, done about ${day(lane.data.finish, zone)} ${time(lane.data.finish, zone)}`}
      </h2>
      <div className="flex justify-between">
        {marks.map((mark) => (
          <span key={mark} className="figure flex-1 text-[12px] text-muted">
            {time(new Date(mark).toISOString(), zone)}
          </span>
        ))}
      </div>
      <LaneChart lane={lane.data} span={{ from, to }} now={now} marks={marks} />
      <p className="mt-1 text-[12px] text-muted">
        Solid: sent in ten minutes. Dashed: planned. Hatched: nobody may be contacted. Most in ten
        minutes: {grouped(Math.max(0, ...rows.map((one) => one.sent)))}.
      </p>
    </section>
  );
}
