import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { BriefPage } from './brief/BriefPage';
import { RunPage } from './run/RunPage';

/** A campaign: its brief while it is a draft, its run and report from then on. */
export default function CampaignPage() {
  const id = Number(useParams().id);
  const campaign = useQuery({
    queryKey: ['campaign', id],
    queryFn: () => api.get<Schemas['Campaign']>(`/campaigns/${id}`),
  });
  if (!campaign.data) {
    return <ProblemNote error={campaign.error} />;
  }
  return campaign.data.state === 'DRAFT' ? (
    <BriefPage key={id} campaign={campaign.data} />
  ) : (
    <RunPage key={`${id}-run`} campaign={campaign.data} />
  );
}
