import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { share } from '../../../parts/format';

type Campaign = Schemas['Campaign'];

const FIGURES: { word: string; of: (one: Campaign) => number }[] = [
  { word: 'delivered', of: (one) => one.reached },
  { word: 'failed', of: (one) => one.failed },
  { word: 'replied', of: (one) => one.replies },
  { word: 'said stop', of: (one) => one.optOuts },
];

/** A campaign's shares beside those of the one that was launched before it. */
export function BesideTheLast({ campaign }: { campaign: Campaign }) {
  const earlier = useQuery({
    queryKey: ['campaigns', 'before', campaign.id],
    queryFn: () => api.get<Schemas['PageCampaign']>(`/campaigns?before=${campaign.id}`),
  });
  const last = earlier.data?.items.find((one) => one.attempts > 0);
  if (!last || campaign.attempts === 0) {
    return null;
  }
  return (
    <section>
      <h2 className="section-title mb-2">
        Beside{' '}
        <Link className="link-plain" to={`/campaigns/${last.id}`}>
          {last.brief.name}
        </Link>
      </h2>
      <table className="w-full">
        <tbody>
          {FIGURES.map(({ word, of }) => (
            <tr key={word} className="row-line">
              <td className="py-1.5">{word}</td>
              <td className="figure text-right font-bold">
                {share(of(campaign), campaign.attempts)}
              </td>
              <td className="figure text-right text-muted">{share(of(last), last.attempts)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
