import type { Schemas } from '../../../api/client';
import { STATE_WORDS, grouped, people } from '../../../parts/format';

type Place = Schemas['Place'];

/** The part of an audience whose people are shown: a place of the report, or part of a list. */
export interface ChosenPlace {
  /** All of them where it is empty. */
  states: Place['state'][];
  reason?: string;
  words: string;
  list?: number;
  /** The hour in which they come due. */
  dueIn?: string;
}

/** All states a person can be in, in the order in which a report tells them. */
export const PLACE_STATES: Place['state'][] = [
  'REACHED',
  'IN_FLIGHT',
  'WAITING',
  'HELD',
  'UNCONFIRMED',
  'EXPIRED',
  'FAILED',
  'NOT_REACHED',
  'REFUSED',
  'CANCELLED',
];

const SHADE: Partial<Record<Place['state'], string>> = {
  REACHED: 'bg-primary',
  IN_FLIGHT: 'bg-accent',
  UNCONFIRMED: 'bg-error',
  FAILED: 'bg-error',
  EXPIRED: 'bg-warning',
};

/** Where everybody is: each person in one place, and the places add up. */
export function Places({
  report,
  chosen,
  onChoose,
}: {
  report: Schemas['Report'];
  chosen: ChosenPlace | undefined;
  onChoose: (place: ChosenPlace | undefined) => void;
}) {
  const places = [...report.places].sort(
    (a, b) => PLACE_STATES.indexOf(a.state) - PLACE_STATES.indexOf(b.state) || b.people - a.people,
  );
  return (
    <section>
      <h2 className="section-title mb-2">{people(report.people)}, each in one place</h2>
      <table className="rows w-full">
        <tbody>
          {places.map((place) => {
            const is =
              chosen?.states.join() === place.state &&
              chosen.reason === place.reason &&
              !chosen.list &&
              !chosen.dueIn;
            return (
              <tr key={place.state + place.reason} className="row-line align-top">
                <td className="figure w-20 py-1.5 pr-3 text-right font-bold">
                  <button
                    className="link-plain"
                    aria-pressed={is}
                    aria-label={`${grouped(place.people)} ${STATE_WORDS[place.state]} ${place.words}: show them`}
                    onClick={() => onChoose(is ? undefined : { ...place, states: [place.state] })}
                  >
                    {grouped(place.people)}
                  </button>
                </td>
                <td className="py-1.5 pr-3">
                  {STATE_WORDS[place.state]}
                  {place.words && <span className="block text-muted">{place.words}</span>}
                  {place.advice && <span className="block">{place.advice}</span>}
                </td>
                <td className="w-44 py-2.5">
                  <span className="block h-2.5 rounded-sm bg-base-200">
                    <span
                      className={`block h-full rounded-sm ${SHADE[place.state] ?? 'bg-primary opacity-35'}`}
                      style={{ width: `${Math.max(1, (100 * place.people) / report.people)}%` }}
                    />
                  </span>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
