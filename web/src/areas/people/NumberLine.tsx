import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { ProblemNote } from '../../parts/ProblemNote';
import { ZoneField } from '../../parts/ZoneField';
import { dayAndTime, spaced, time } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { useUndo } from '../../parts/undo';
import { NumberChange } from './NumberChange';
import { CHANNEL_WORDS } from './filters';

type PersonNumber = Schemas['PersonNumber'];

const TYPE_WORDS: Record<string, string> = {
  MOBILE: 'mobile',
  LANDLINE: 'landline',
  LANDLINE_OR_MOBILE: 'landline or mobile',
  INTERNET: 'internet telephone',
  SPECIAL: 'free-phone, premium or company number',
  UNKNOWN: 'not in an assigned range',
};

/** One number of a person: its type, its region, and what time it is there. */
export function NumberLine({
  personId,
  number,
  now,
}: {
  personId: number;
  number: PersonNumber;
  now: string;
}) {
  const may = useMay('CHANGE_PEOPLE');
  const { zone } = useHouse();
  const [asking, setAsking] = useState(false);
  const [changing, setChanging] = useState(false);
  const zones = number.zones.filter(Boolean);
  return (
    <div className="row-line py-1.5">
      <p className="relative pr-12">
        <span className="figure">{spaced(number.e164)}</span>{' '}
        <span className="text-muted">
          {number.extension && `ext. ${number.extension} · `}
          {number.label && `“${number.label}” · `}
          {TYPE_WORDS[number.type]} · {number.region} · {localTimes(zones, now)}
        </span>{' '}
        {may && !asking && (
          <button className="link-plain" onClick={() => setAsking(true)}>
            {zones.length === 0 ? 'say which' : 'another zone'}
          </button>
        )}
        {number.freeUntil && (
          <span className="block text-info">
            wrote on WhatsApp within 24 hours; may be answered freely until{' '}
            {dayAndTime(number.freeUntil, zone)}
          </span>
        )}
        {number.suppressions.length > 0 && <Suppressions of={number.suppressions} />}
        {may && !changing && (
          <button
            className="link-plain absolute top-0 right-0"
            aria-label={`Edit ${spaced(number.e164)}`}
            onClick={() => setChanging(true)}
          >
            edit
          </button>
        )}
      </p>
      {changing && (
        <NumberChange personId={personId} number={number} onDone={() => setChanging(false)} />
      )}
      {asking && (
        <ZoneOfNumber personId={personId} number={number} onDone={() => setAsking(false)} />
      )}
    </div>
  );
}

/** Why a number must not be contacted, on which channels. */
function Suppressions({ of }: { of: PersonNumber['suppressions'] }) {
  return (
    <>
      {of.map((one, at) => (
        <strong key={at} className="block text-error">
          must not be contacted
          {one.channel && ` by ${CHANNEL_WORDS[one.channel as keyof typeof CHANNEL_WORDS]}`}
          {one.purpose && ` for ${one.purpose === 'SERVICE' ? 'service' : 'marketing'}`}
          {`: ${one.why}`}
        </strong>
      ))}
    </>
  );
}

function ZoneOfNumber({
  personId,
  number,
  onDone,
}: {
  personId: number;
  number: PersonNumber;
  onDone: () => void;
}) {
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const [zone, setZone] = useState('');
  const put = (zones: string[]) =>
    api.put(`/people/${personId}/numbers/${number.id}/zones`, { zones });
  const set = useMutation({
    mutationFn: () => put([zone]),
    onSuccess: () => {
      offerUndo(`${spaced(number.e164)} is in ${zone}.`, () => put(number.zones.filter(Boolean)));
      onDone();
      return queries.invalidateQueries({ queryKey: ['person', personId] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    set.mutate();
  };
  return (
    <form onSubmit={submit} className="mt-1 flex flex-wrap items-center gap-2">
      <ZoneField label="Time zone of this number" value={zone} onChange={setZone} />
      <button className="btn btn-xs" disabled={set.isPending}>
        Set
      </button>
      <button type="button" className="link-plain" onClick={onDone}>
        leave it
      </button>
      <ProblemNote error={set.error} />
    </form>
  );
}

/** The zones that a number could be in, each with the time there now. */
function localTimes(zones: string[], now: string): string {
  return (
    zones
      .map((zone) => `${time(now, zone)} in ${zone.replace(/^.*\//, '').replaceAll('_', ' ')}`)
      .join(' or ') || 'time zone not known'
  );
}
