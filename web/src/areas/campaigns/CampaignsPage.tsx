import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { MoreButton } from '../../parts/MoreButton';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { LIFE_WORDS, day, grouped, money } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { usePages } from '../../parts/usePages';
import { NewCampaignButton } from './NewCampaignButton';

/** All campaigns, newest first. */
export default function CampaignsPage() {
  const { zone, currency } = useHouse();
  const campaigns = usePages<Schemas['Campaign']>(['campaigns'], '/campaigns', 'before');
  return (
    <>
      <PageHead title="Campaigns">
        <NewCampaignButton />
      </PageHead>
      <ProblemNote error={campaigns.error} />
      {campaigns.isSuccess && campaigns.rows.length === 0 && (
        <p className="mt-6">
          No campaign yet. A campaign says one thing to one audience; nothing leaves before you
          launch it.
        </p>
      )}
      {campaigns.rows.length > 0 && (
        <table className="table-plain mt-4">
          <thead>
            <tr>
              <th>Campaign</th>
              <th>State</th>
              <th>Launched</th>
              <th className="text-right">People</th>
              <th className="text-right">Delivered</th>
              <th className="text-right">Replied</th>
              <th className="text-right">Said stop</th>
              <th className="text-right">Cost</th>
            </tr>
          </thead>
          <tbody>
            {campaigns.rows.map((one) => (
              <tr key={one.id}>
                <td>
                  <Link className="link-plain" to={`/campaigns/${one.id}`}>
                    {one.brief.name || 'no name yet'}
                  </Link>
                  <span className="block text-[12px] text-muted">
                    texts · {one.brief.purpose === 'SERVICE' ? 'service message' : 'marketing'}
                  </span>
                </td>
                <td>{LIFE_WORDS[one.state]}</td>
                <td className="text-muted">
                  {one.launchedAt ? `${day(one.launchedAt, zone)}, ${one.launchedBy ?? ''}` : ''}
                </td>
                <Figure of={one.people} show={one.state !== 'DRAFT'} />
                <Figure of={one.reached} show={one.state !== 'DRAFT'} />
                <Figure of={one.replies} show={one.state !== 'DRAFT'} />
                <Figure of={one.optOuts} show={one.state !== 'DRAFT'} />
                <td className="figure text-right">
                  {one.state === 'DRAFT' ? '' : money(one.costMicros, currency)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <MoreButton query={campaigns} />
    </>
  );
}

function Figure({ of, show }: { of: number; show: boolean }) {
  return <td className="figure text-right">{show ? grouped(of) : ''}</td>;
}
