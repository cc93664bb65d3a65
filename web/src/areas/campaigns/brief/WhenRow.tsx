import { useHouse } from '../../../parts/house';
import { toInstant, toLocal } from './zoned';
import type { Brief } from './useDraft';

type Day = Brief['hoursDays'][number];
const DAYS: { day: Day; word: string }[] = [
  { day: 'MONDAY', word: 'Mon' },
  { day: 'TUESDAY', word: 'Tue' },
  { day: 'WEDNESDAY', word: 'Wed' },
  { day: 'THURSDAY', word: 'Thu' },
  { day: 'FRIDAY', word: 'Fri' },
  { day: 'SATURDAY', word: 'Sat' },
  { day: 'SUNDAY', word: 'Sun' },
];

/** When a campaign starts, and in which hours it acts. */
export function WhenRow({
  brief,
  change,
}: {
  brief: Brief;
  change: (part: Partial<Brief>) => void;
}) {
  const { zone, name } = useHouse();
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-2">
        <select
          className="select select-sm w-64"
          aria-label="Start"
          value={brief.startMode}
          onChange={(event) => change({ startMode: event.target.value as Brief['startMode'] })}
        >
          <option value="NOW">at once</option>
          <option value="AT">at a time, for all together</option>
          <option value="AT_OWN">at an hour of each person’s own clock</option>
        </select>
        {brief.startMode === 'AT' && (
          <>
            <input
              type="datetime-local"
              className="input input-sm w-52"
              aria-label="Start time"
              value={brief.startAt ? toLocal(brief.startAt, zone) : ''}
              onChange={(event) =>
                change({ startAt: event.target.value ? toInstant(event.target.value, zone) : null })
              }
            />
            <span className="text-muted">{zone.replace('_', ' ')}</span>
          </>
        )}
        {brief.startMode === 'AT_OWN' && (
          <input
            type="datetime-local"
            className="input input-sm w-52"
            aria-label="Start time on each person’s clock"
            value={brief.startAtOwn?.slice(0, 16) ?? ''}
            onChange={(event) => change({ startAtOwn: event.target.value || null })}
          />
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <span>within</span>
        <Hour
          label="Campaign hours from"
          value={brief.hoursFrom}
          onChange={(hoursFrom) => change({ hoursFrom })}
        />
        <span>to</span>
        <Hour
          label="Campaign hours to"
          value={brief.hoursTo}
          onChange={(hoursTo) => change({ hoursTo })}
        />
        <select
          className="select select-sm w-64"
          aria-label="Whose clock"
          value={brief.hoursClock}
          onChange={(event) => change({ hoursClock: event.target.value as Brief['hoursClock'] })}
        >
          <option value="HOUSE">by the clock of {name}</option>
          <option value="OWN">by each person’s own clock</option>
        </select>
      </div>
      <div className="flex flex-wrap items-center gap-1" role="group" aria-label="Days">
        {DAYS.map(({ day, word }) => {
          const on = brief.hoursDays.includes(day);
          return (
            <button
              key={day}
              className={`btn btn-xs ${on ? 'btn-neutral' : 'btn-outline border-base-300'}`}
              aria-pressed={on}
              onClick={() =>
                change({
                  hoursDays: on
                    ? brief.hoursDays.filter((one) => one !== day)
                    : [...brief.hoursDays, day],
                })
              }
            >
              {word}
            </button>
          );
        })}
        <span className="ml-2 text-muted">
          and always within everybody’s contact hours, 8 to 21
        </span>
      </div>
    </div>
  );
}

function Hour({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <input
      type="time"
      className="input input-sm figure w-28"
      aria-label={label}
      value={value.slice(0, 5)}
      onChange={(event) => event.target.value && onChange(event.target.value)}
    />
  );
}
