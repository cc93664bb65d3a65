import { Link } from 'react-router';
import type { Schemas } from '../../../api/client';
import { GiveZone } from '../../../parts/GiveZone';
import { MoreButton } from '../../../parts/MoreButton';
import { spaced } from '../../../parts/format';
import { PickBar } from '../../../parts/PickBar';
import { usePages } from '../../../parts/usePages';
import { usePicked } from '../../../parts/usePicked';
import { GiveAgreement } from './GiveAgreement';

/** The people behind one count of a preflight, and the rule that put them there. */
export function GroupPeople({
  campaignId,
  group,
}: {
  campaignId: number;
  group: Pick<Schemas['Group'], 'words'> & { code: string; source?: string };
}) {
  const path = `/campaigns/${campaignId}/preflight/people?group=${group.code}`;
  const pages = usePages<Schemas['GroupPerson']>(
    ['preflight-people', campaignId, group.code],
    path,
    'after',
  );
  const picked = usePicked();
  return (
    <div
      className="sheet my-1 max-h-60 overflow-auto px-3 py-2"
      tabIndex={0}
      role="group"
      aria-label={`People: ${group.words}`}
    >
      {group.source && <p className="mb-1 text-[12px] text-muted">Rule: {group.source}</p>}
      {(group.code === 'NO_AGREEMENT' || group.code === 'NO_VOICE_AGREEMENT') && (
        <GiveAgreement campaignId={campaignId} marketing={group.code === 'NO_AGREEMENT'} />
      )}
      {group.code === 'ZONE_UNKNOWN' && (
        <GiveZone path={`/campaigns/${campaignId}/preflight/zone`} />
      )}
      <PickBar picked={picked.picked} onClear={picked.clear} />
      <ul>
        {pages.rows.map((person, index) => (
          <li key={index} className="row-line flex items-center gap-3 py-1">
            {person.personId > 0 ? (
              <>
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  aria-label={`Pick ${person.name || 'no name'}`}
                  checked={picked.has(person.personId)}
                  onChange={() => picked.toggle(person.personId)}
                />
                <Link className="link-plain truncate" to={`/people/${person.personId}`}>
                  {person.name || 'no name'}
                </Link>
              </>
            ) : (
              <span className="text-muted">typed</span>
            )}
            <span className="figure ml-auto whitespace-nowrap">{spaced(person.number)}</span>
          </li>
        ))}
      </ul>
      <MoreButton query={pages} />
    </div>
  );
}
