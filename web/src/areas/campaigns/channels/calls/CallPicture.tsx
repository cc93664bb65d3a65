import type { Schemas } from '../../../../api/client';

type Mark = Schemas['MarkView'];

const WIDTH = 600;
const SIDE = 34;
const HEAD = 16;

/** Where the sides are named. */
const GUTTER = 26;

const WORDS: Record<Mark['kind'], string> = {
  RINGING: 'rings',
  ANSWERED: 'answered',
  INFORMATION_TONE: 'network tone',
  PERSON: 'a person',
  MACHINE: 'a machine',
  BEEP: 'beep',
  MESSAGE_BEGINS: 'message',
  MESSAGE_ENDS: 'message ends',
  KEY: 'key',
  ENDED: 'over',
};

/** Both sides of a call as loudness over time, with what was recognised where. */
export function CallPicture({
  picture,
  marks,
}: {
  picture: Schemas['CallPicture'];
  marks: Mark[];
}) {
  const x = (seconds: number) => (Math.min(seconds, picture.seconds) / picture.seconds) * WIDTH;
  const shown = marks.filter((mark) => mark.kind !== 'ENDED');
  const rows = placed(shown, x);
  const height = HEAD * (1 + Math.max(0, ...rows)) + 2 * SIDE + 16;
  const top = HEAD * (1 + Math.max(0, ...rows)) + 4;
  return (
    <svg
      viewBox={`${-GUTTER} 0 ${WIDTH + GUTTER} ${height}`}
      className="my-1 w-full"
      role="img"
      aria-label={`A call of ${Math.round(picture.seconds)} seconds: ${shown
        .map((mark) => `${WORDS[mark.kind]} ${mark.detail}`.trim() + ` at ${mark.at.toFixed(1)} s`)
        .join(', ')}`}
    >
      <rect x={0} y={top} width={WIDTH} height={SIDE} className="fill-base-200" />
      <rect x={0} y={top + SIDE + 2} width={WIDTH} height={SIDE} className="fill-base-200" />
      <path d={wave(picture.heard, top + SIDE / 2)} className="fill-info" />
      <path d={wave(picture.said, top + SIDE * 1.5 + 2)} className="fill-primary" />
      <text x={-GUTTER} y={top + SIDE / 2 + 3} className="fill-current text-[9px] opacity-80">
        they
      </text>
      <text x={-GUTTER} y={top + SIDE * 1.5 + 5} className="fill-current text-[9px] opacity-80">
        we
      </text>
      {shown.map((mark, index) => (
        <g key={index}>
          <line
            x1={x(mark.at)}
            x2={x(mark.at)}
            y1={HEAD * (rows[index] ?? 0) + 4}
            y2={top + 2 * SIDE + 2}
            className="stroke-accent"
            strokeWidth={1.5}
          />
          <text
            x={x(mark.at) + (late(mark, x) ? -3 : 3)}
            y={HEAD * (rows[index] ?? 0) + 12}
            textAnchor={late(mark, x) ? 'end' : 'start'}
            className="fill-current text-[10px]"
          >
            {mark.kind === 'KEY' ? `key ${mark.detail}` : WORDS[mark.kind]}
          </text>
        </g>
      ))}
      <text x={0} y={height - 2} className="figure fill-current text-[9px] opacity-80">
        0 s
      </text>
      <text
        x={WIDTH}
        y={height - 2}
        textAnchor="end"
        className="figure fill-current text-[9px] opacity-80"
      >
        {Math.round(picture.seconds)} s
      </text>
    </svg>
  );
}

function late(mark: Mark, x: (seconds: number) => number): boolean {
  return x(mark.at) > WIDTH - 80;
}

/** Rows for the words of marks, so that none stands on another. */
function placed(marks: Mark[], x: (seconds: number) => number): number[] {
  const ends: number[] = [];
  return marks.map((mark) => {
    const left = late(mark, x) ? x(mark.at) - 80 : x(mark.at);
    const row = ends.findIndex((end) => end <= left);
    const chosen = row < 0 ? ends.length : row;
    ends[chosen] = left + 84;
    return chosen;
  });
}

/** A shape as high as the sound is loud; the root of it, so that speech is seen. */
function wave(peaks: number[], middle: number): string {
  const at = (index: number) => (index / Math.max(1, peaks.length - 1)) * WIDTH;
  const high = (peak: number) => Math.sqrt(peak) * (SIDE / 2);
  const upper = peaks.map(
    (peak, index) => `${at(index).toFixed(1)},${(middle - high(peak)).toFixed(1)}`,
  );
  const lower = peaks
    .map((peak, index) => `${at(index).toFixed(1)},${(middle + high(peak)).toFixed(1)}`)
    .reverse();
  return `M${upper.join('L')}L${lower.join('L')}Z`;
}
