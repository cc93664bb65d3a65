import type { Schemas } from '../api/client';

type Lane = Schemas['Lane'];

/** A span of time drawn from left to right. */
export interface Span {
  from: number;
  to: number;
}

const WIDTH = 1000;
const HEIGHT = 68;

/**
 * One campaign over time: light where somebody may be contacted, hatched where nobody may; solid
 * what was done, dashed what is planned, an upright for now.
 */
export function LaneChart({
  lane,
  span,
  now,
  marks,
}: {
  lane: Lane;
  span: Span;
  now: number;
  marks: number[];
}) {
  const x = (at: number) => ((at - span.from) / (span.to - span.from)) * WIDTH;
  const slot = lane.widthSeconds * 1000;
  const pace = (lane.perMinute * lane.widthSeconds) / 60;
  const most = Math.max(
    1,
    Math.min(
      pace,
      Math.max(...lane.done.map((one) => one.sent), ...lane.plan.map((one) => one.people), 1),
    ),
    ...lane.done.map((one) => one.sent),
  );
  const y = (count: number) => HEIGHT - 4 - (Math.min(count, most) / most) * (HEIGHT - 22);
  const hatch = `hatch-${lane.campaignId}`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="block h-[68px] w-full"
      role="img"
      aria-label={`${lane.name}: ${lane.attempts} sent, ${lane.plan.reduce((sum, one) => sum + one.people, 0)} planned in this time`}
    >
      <defs>
        <pattern
          id={hatch}
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="9" height="9" className="fill-base-200" />
          <line x1="0" y1="0" x2="0" y2="9" className="stroke-base-300" strokeWidth="2" />
        </pattern>
      </defs>
      <rect width={WIDTH} height={HEIGHT} fill={`url(#${hatch})`} />
      {lane.open.map((one) => (
        <rect
          key={one.from}
          x={x(Date.parse(one.from))}
          width={Math.max(0, x(Date.parse(one.to)) - x(Date.parse(one.from)))}
          height={HEIGHT}
          className="fill-lit"
        />
      ))}
      {marks.map((mark) => (
        <line
          key={mark}
          x1={x(mark)}
          x2={x(mark)}
          y2={HEIGHT}
          className="stroke-base-300"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {lane.done.map((one) => {
        const at = Date.parse(one.at);
        return (
          <rect
            key={one.at}
            x={x(at)}
            width={x(at + slot) - x(at) + 0.3}
            y={y(one.sent)}
            height={HEIGHT - 4 - y(one.sent)}
            className="fill-primary"
            opacity={0.82}
          />
        );
      })}
      <path
        d={planned(lane, x, y, slot)}
        fill="none"
        className="stroke-base-content"
        strokeDasharray="5 4"
        strokeWidth="1.5"
        vectorEffect="non-scaling-stroke"
      />
      {now >= span.from && now <= span.to && (
        <line
          x1={x(now)}
          x2={x(now)}
          y2={HEIGHT}
          className="stroke-accent"
          strokeWidth="2.5"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}

/** The outline of the plan, one step a slot, broken where nothing is planned. */
function planned(
  lane: Lane,
  x: (at: number) => number,
  y: (count: number) => number,
  slot: number,
): string {
  let path = '';
  let before = NaN;
  for (const one of lane.plan) {
    const at = Date.parse(one.at);
    const top = y(one.people);
    if (at !== before) {
      path += `M${x(at)} ${HEIGHT - 4} `;
    }
    path += `L${x(at)} ${top} L${x(at + slot)} ${top} `;
    const next = lane.plan.some((other) => Date.parse(other.at) === at + slot);
    if (!next) {
      path += `L${x(at + slot)} ${HEIGHT - 4} `;
    }
    before = at + slot;
  }
  return path;
}
