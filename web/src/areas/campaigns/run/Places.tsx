import type { Schemas } from '../../../api/client';
import type { Channel } from '../../../parts/channels';
import { STATE_WORDS, grouped, people } from '../../../parts/format';
import { channelPart } from '../channels';

type Place = Schemas['Place'];

/** The part of an audience whose people are shown: a place of the report, or part of a list. */
export interface ChosenPlace {
  /** All of them where it is empty. */
  states: Place['state'][];
  /** All of them where there are none; "NONE" stands for those without a reason. */
  reasons?: string[];
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

const CLASSES: Schemas['ClassTally']['kind'][] = [
  'REACHED',
  'REACHED_MACHINE',
  'NOT_NOW',
  'NOT_REACHABLE',
  'OPTED_OUT',
  'OUR_SIDE',
  'UNKNOWN',
];

const SHADE: Partial<Record<Place['state'], string>> = {
  REACHED: 'bg-primary',
  IN_FLIGHT: 'bg-accent',
  UNCONFIRMED: 'bg-error',
  FAILED: 'bg-error',
  EXPIRED: 'bg-warning',
  NOT_REACHED: 'bg-warning',
};

/** The place that a row of the report stands for. */
function chosenOf(place: Place): ChosenPlace {
  return { states: [place.state], reasons: [place.reason || 'NONE'], words: place.words };
}

/** All places of one class of outcomes. */
function chosenClass(places: Place[], words: string): ChosenPlace {
  return {
    states: [...new Set(places.map((one) => one.state))],
    reasons: [...new Set(places.map((one) => one.reason || 'NONE'))],
    words,
  };
}

function same(one: ChosenPlace | undefined, other: ChosenPlace): boolean {
  return (
    one?.states.join() === other.states.join() &&
    one.reasons?.join() === other.reasons?.join() &&
    !one.list &&
    !one.dueIn
  );
}

/**
 * Where everybody is: each person in one place, and the places add up. Whose attempts have ended
 * stand under the classes of outcome that all channels share.
 */
export function Places({
  report,
  channel,
  chosen,
  onChoose,
}: {
  report: Schemas['Report'];
  channel: Channel;
  chosen: ChosenPlace | undefined;
  onChoose: (place: ChosenPlace | undefined) => void;
}) {
  const open = report.places
    .filter((one) => one.kind === null)
    .sort((a, b) => order(a) - order(b) || b.people - a.people);
  const rows = { report, channel, chosen, onChoose };
  return (
    <section>
      <h2 className="section-title mb-2">{people(report.people)}, each in one place</h2>
      <table className="rows w-full">
        <tbody>
          {CLASSES.map((kind) => {
            const places = report.places
              .filter((one) => one.kind === kind)
              .sort((a, b) => b.people - a.people);
            return places.length === 0 ? null : (
              <ClassRows key={kind} {...rows} kind={kind} places={places} />
            );
          })}
          {open.map((place) => (
            <PlaceRow key={place.state + place.reason} {...rows} place={place} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

interface Rows {
  report: Schemas['Report'];
  channel: Channel;
  chosen: ChosenPlace | undefined;
  onChoose: (place: ChosenPlace | undefined) => void;
}

/** A class of outcomes, and the outcomes in it. */
function ClassRows({
  kind,
  places,
  ...rows
}: Rows & { kind: Schemas['ClassTally']['kind']; places: Place[] }) {
  const tally = rows.report.classes.find((one) => one.kind === kind);
  const words = tally?.words ?? '';
  const all = chosenClass(places, words);
  const is = same(rows.chosen, all);
  return (
    <>
      {(places.length > 1 || places[0]?.words !== '') && (
        <tr className="row-line" data-class={kind}>
          <td className="figure w-20 pt-2.5 pr-3 text-right text-muted">
            <button
              className="link-plain"
              aria-pressed={is}
              aria-label={`${grouped(tally?.people ?? 0)} ${words} in all: show them`}
              onClick={() => rows.onChoose(is ? undefined : all)}
            >
              {grouped(tally?.people ?? 0)}
            </button>
          </td>
          <td className="pt-2.5 pr-3 font-semibold text-muted" colSpan={2}>
            {words}
          </td>
        </tr>
      )}
      {places.map((place) => (
        <PlaceRow key={place.state + place.reason} {...rows} place={place} />
      ))}
    </>
  );
}

function PlaceRow({ report, channel, chosen, onChoose, place }: Rows & { place: Place }) {
  const word = stateWord(place, channel);
  // Under its class the outcome alone says all.
  const ended = place.words !== '' && ['REACHED', 'NOT_REACHED'].includes(place.state);
  const here = chosenOf(place);
  const is = same(chosen, here);
  return (
    <tr className="row-line align-top">
      <td className="figure w-20 py-1.5 pr-3 text-right font-bold">
        <button
          className="link-plain"
          aria-pressed={is}
          aria-label={`${grouped(place.people)} ${word} ${place.words}: show them`}
          onClick={() => onChoose(is ? undefined : here)}
        >
          {grouped(place.people)}
        </button>
      </td>
      <td className="py-1.5 pr-3">
        {ended ? place.words : word}
        {!ended && place.words && <span className="block text-muted">{place.words}</span>}
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
}

/** Where people are, as their channel calls it. */
export function stateWord(place: Pick<Place, 'state'>, channel: Channel): string {
  return place.state === 'REACHED' ? channelPart(channel).reached : STATE_WORDS[place.state];
}

function order(place: Place): number {
  return PLACE_STATES.indexOf(place.state);
}
