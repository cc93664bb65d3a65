import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { ProblemNote } from '../../../parts/ProblemNote';
import { Story } from '../../../parts/Story';
import { spaced } from '../../../parts/format';
import { channelPart } from '../channels';
import { stateWord } from './Places';

/** One person's whole story in a campaign. */
export function OnePerson({
  campaign,
  position,
  onLeave,
}: {
  campaign: Schemas['Campaign'];
  position: number;
  onLeave: () => void;
}) {
  const campaignId = campaign.id;
  const { OfOnePerson } = channelPart(campaign.brief.channel);
  const row = useQuery({
    queryKey: ['campaign', campaignId, 'person', position],
    queryFn: async () => {
      const page = await api.get<Schemas['PageAudienceRow']>(
        `/campaigns/${campaignId}/people?after=${position - 1}`,
      );
      return page.items.find((one) => one.position === position) ?? null;
    },
  });
  const story = useQuery({
    queryKey: ['campaign', campaignId, 'story', position],
    queryFn: () =>
      api.get<Schemas['StoryLine'][]>(`/campaigns/${campaignId}/people/${position}/story`),
  });
  const person = row.data;
  if (!person) {
    return <ProblemNote error={row.error} />;
  }
  return (
    <section>
      <div className="flex items-baseline gap-3">
        <h2 className="section-title">One person</h2>
        <button className="link-plain ml-auto" onClick={onLeave}>
          back
        </button>
      </div>
      <p className="row-line mt-2 py-2">
        <Link className="link-plain" to={`/people/${person.personId}`}>
          {person.name || 'no name'}
        </Link>{' '}
        <span className="figure">{spaced(person.number)}</span>{' '}
        <strong>{stateWord(person, campaign.brief.channel)}</strong>
      </p>
      <OfOnePerson campaignId={campaignId} position={position} />
      {story.data && <Story lines={story.data} />}
      {person.state === 'UNCONFIRMED' && <Decide campaignId={campaignId} position={position} />}
    </section>
  );
}

function Decide({ campaignId, position }: { campaignId: number; position: number }) {
  const may = useMay('RUN_CAMPAIGNS');
  const queries = useQueryClient();
  const decide = useMutation({
    mutationFn: (arrived: boolean) =>
      api.post(`/campaigns/${campaignId}/people/${position}/decide`, { arrived }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['campaign', campaignId] }),
  });
  if (!may) {
    return null;
  }
  return (
    <div className="row-line mt-2 flex flex-col gap-2 pt-3">
      <p>
        The answer of the network was lost, so nobody can say whether this one left. It is never
        tried again by itself. Ask the network, or decide:
      </p>
      <ProblemNote error={decide.error} />
      <div className="flex gap-2">
        <button className="btn btn-sm" onClick={() => decide.mutate(true)}>
          It arrived
        </button>
        <button className="btn btn-sm" onClick={() => decide.mutate(false)}>
          It did not
        </button>
      </div>
    </div>
  );
}
