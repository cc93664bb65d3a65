import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { dayAndTime } from '../../parts/format';
import { useHouse } from '../../parts/house';

/** Briefs that somebody is at work on. */
export function Drafts() {
  const { zone } = useHouse();
  const campaigns = useQuery({
    queryKey: ['campaigns', 'first'],
    queryFn: () => api.get<Schemas['PageCampaign']>('/campaigns'),
  });
  const drafts = (campaigns.data?.items ?? []).filter((one) => one.state === 'DRAFT').slice(0, 6);
  return (
    <section>
      <h2 className="section-title mb-2">Drafts</h2>
      {drafts.length === 0 && <p className="row-line py-2 text-muted">No draft is open.</p>}
      <ul>
        {drafts.map((one) => (
          <li key={one.id} className="row-line flex items-baseline gap-4 py-2">
            <Link className="link-plain" to={`/campaigns/${one.id}`}>
              {one.brief.name || 'no name yet'}
            </Link>
            <span className="ml-auto text-muted">
              changed {dayAndTime(one.changedAt, zone)} by {one.createdBy}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
