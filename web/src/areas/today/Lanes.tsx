import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { ChannelMark } from '../../parts/ChannelMark';
import { CHANNELS } from '../../parts/channels';
import { LaneChart, type Span } from '../../parts/LaneChart';
import { LIFE_WORDS, day as dayOf, grouped, time } from '../../parts/format';

type Lane = Schemas['Lane'];

const HOUR = 3600 * 1000;

/** Campaigns as lanes under one scale of time. */
export function Lanes({
  day,
  now,
  zone,
  week,
}: {
  day: Schemas['Day'];
  now: number;
  zone: string;
  week: boolean;
}) {
  const span: Span = { from: Date.parse(day.from), to: Date.parse(day.to) };
  const step = week ? 24 * HOUR : 2 * HOUR;
  const marks: number[] = [];
  for (let at = span.from; at < span.to; at += step) {
    marks.push(at);
  }
  if (day.lanes.length === 0) {
    return null;
  }
  const crowded = (mark: number) =>
    now > span.from && now < span.to && Math.abs(mark - now) < (span.to - span.from) * 0.055;
  const place = (at: number) => `${(100 * (at - span.from)) / (span.to - span.from)}%`;
  return (
    <section className="mt-4" aria-label="Campaigns over time">
      <div className="grid grid-cols-[190px_minmax(0,1fr)_170px]">
        <span />
        <div className="relative h-6">
          {marks
            .filter((mark) => !crowded(mark))
            .map((mark) => (
              <span
                key={mark}
                className="figure absolute -translate-x-1/2 text-[12px] text-muted first:translate-x-0"
                style={{ left: place(mark) }}
              >
                {week ? dayOf(new Date(mark), zone) : time(new Date(mark).toISOString(), zone)}
              </span>
            ))}
          {now > span.from && now < span.to && (
            <span
              className="figure absolute z-10 -translate-x-1/2 rounded bg-accent px-1.5 text-[12px] font-bold text-accent-content"
              style={{ left: place(now) }}
            >
              {time(new Date(now).toISOString(), zone)}
            </span>
          )}
        </div>
        <span />
      </div>
      {day.lanes.map((lane) => (
        <div
          key={lane.campaignId}
          className="grid grid-cols-[190px_minmax(0,1fr)_170px] border-b border-base-300"
        >
          <div className="self-center pr-3">
            <Link className="font-bold hover:underline" to={`/campaigns/${lane.campaignId}`}>
              {lane.name}
            </Link>
            <span className="block text-muted">
              <ChannelMark channel={lane.channel} /> {CHANNELS[lane.channel].word} ·{' '}
              <span className="figure">{grouped(lane.people)}</span>
            </span>
          </div>
          <LaneChart lane={lane} span={span} now={now} marks={marks} />
          <div className="self-center pl-4">
            <strong className="block">{first(lane, now, zone)}</strong>
            <span className="text-muted">{second(lane, now, zone)}</span>
          </div>
        </div>
      ))}
    </section>
  );
}

function first(lane: Lane, now: number, zone: string): string {
  if (lane.attempts > 0) {
    return `${grouped(lane.attempts)} sent`;
  }
  return lane.begins ? `starts ${when(lane.begins, now, zone)}` : LIFE_WORDS[lane.state];
}

function second(lane: Lane, now: number, zone: string): string {
  if (lane.state === 'PAUSED') {
    return 'paused';
  }
  if (lane.finish) {
    return `done about ${when(lane.finish, now, zone)}`;
  }
  return `${grouped(lane.reached)} delivered, ${grouped(lane.replies)} replied`;
}

/** The time of an instant today, with its weekday on any other day. */
function when(instant: string, now: number, zone: string): string {
  const day = dayOf(instant, zone);
  const clock = time(instant, zone);
  return day === dayOf(new Date(now), zone) ? clock : `${day.slice(0, 3)} ${clock}`;
}
