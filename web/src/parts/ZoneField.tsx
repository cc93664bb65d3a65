import { useId } from 'react';

const ZONES = Intl.supportedValuesOf('timeZone').filter((zone) => zone.includes('/'));

/** Asks for a time zone of the tz database, found as one types. */
export function ZoneField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (zone: string) => void;
}) {
  const list = useId();
  return (
    <>
      <input
        className="input input-xs w-48"
        aria-label={label}
        placeholder="such as America/New_York"
        list={list}
        required
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      <datalist id={list}>
        {ZONES.map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
    </>
  );
}
