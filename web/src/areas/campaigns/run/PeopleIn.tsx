import type { Schemas } from '../../../api/client';
import { GiveZone } from '../../../parts/GiveZone';
import { MoreButton } from '../../../parts/MoreButton';
import { dayAndTime, spaced } from '../../../parts/format';
import { useHouse } from '../../../parts/house';
import { PickBar } from '../../../parts/PickBar';
import { usePages } from '../../../parts/usePages';
import { usePicked } from '../../../parts/usePicked';
import { FollowOnButton } from './FollowOnButton';
import { stateWord, type ChosenPlace } from './Places';

/** The people in one place of a report. */
export function PeopleIn({
  campaign,
  place,
  onChoose,
}: {
  campaign: Schemas['Campaign'];
  place: ChosenPlace;
  onChoose: (position: number) => void;
}) {
  const { zone } = useHouse();
  const campaignId = campaign.id;
  const query = new URLSearchParams({
    state: place.states.join(','),
    ...(place.reasons === undefined ? {} : { reason: place.reasons.join(',') }),
    ...(place.dueIn ? { dueIn: place.dueIn } : {}),
    ...(place.list ? { list: String(place.list) } : {}),
  }).toString();
  const pages = usePages<Schemas['AudienceRow']>(
    ['campaign', campaignId, 'people', query],
    `/campaigns/${campaignId}/people?${query}`,
    'after',
  );
  const picked = usePicked();
  return (
    <section>
      <div className="mb-2 flex items-center gap-3">
        <h2 className="section-title">
          {[
            place.states.map((state) => stateWord({ state }, campaign.brief.channel)).join(' or '),
            place.words,
          ]
            .filter(Boolean)
            .join(': ')}
        </h2>
        <span className="ml-auto">
          <FollowOnButton campaignId={campaignId} place={place} />
        </span>
      </div>
      {place.reasons?.includes('ZONE_UNKNOWN') && place.states.includes('HELD') && (
        <GiveZone path={`/campaigns/${campaignId}/held-zone`} />
      )}
      <PickBar picked={picked.picked} onClear={picked.clear} />
      <ul>
        {pages.rows.map((row) => (
          <li key={row.position} className="row-line flex items-baseline gap-4 py-1.5">
            <input
              type="checkbox"
              className="checkbox checkbox-sm self-center"
              aria-label={`Pick ${row.name || 'no name'}`}
              checked={picked.has(row.personId)}
              onChange={() => picked.toggle(row.personId)}
            />
            <button
              className="link-plain min-w-0 truncate text-left"
              onClick={() => onChoose(row.position)}
            >
              {row.name || 'no name'}
            </button>
            <span className="figure whitespace-nowrap">{spaced(row.number)}</span>
            <span className="ml-auto whitespace-nowrap text-muted">
              {row.due && row.state === 'HELD'
                ? `until ${dayAndTime(row.due, zone)}`
                : dayAndTime(row.changedAt, zone)}
            </span>
          </li>
        ))}
      </ul>
      <MoreButton query={pages} />
    </section>
  );
}
