import type { Schemas } from '../api/client';
import { day, time } from './format';
import { useHouse } from './house';

/** What happened with one person, as a time line. */
export function Story({ lines }: { lines: Schemas['StoryLine'][] }) {
  const { zone } = useHouse();
  if (lines.length === 0) {
    return <p className="text-muted">Nothing has been sent yet.</p>;
  }
  return (
    <ol>
      {lines.map((line, index) => {
        const newDay = index === 0 || day(lines[index - 1]?.at ?? '', zone) !== day(line.at, zone);
        return (
          <li key={index} className="row-line flex gap-3 py-1.5">
            <span className="figure w-32 shrink-0 text-muted">
              {newDay ? `${day(line.at, zone)} ` : ''}
              <span className="float-right">{time(line.at, zone, true)}</span>
            </span>
            <span className="min-w-0">
              <strong>{line.kind}</strong>{' '}
              <span className="break-words text-muted">{line.detail}</span>
            </span>
          </li>
        );
      })}
    </ol>
  );
}
