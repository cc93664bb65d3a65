import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { Confirm } from '../../../parts/Confirm';
import { Key } from '../../../parts/Key';
import { people } from '../../../parts/format';
import { useKey } from '../../../parts/useKey';

type Act = 'pause' | 'resume' | 'stop' | 'finish';

/** Pause, resume, stop; finish, where only who is held until something is known is left. */
export function LifeButtons({
  campaign,
  awaiting,
}: {
  campaign: Schemas['Campaign'];
  awaiting: number;
}) {
  const may = useMay('RUN_CAMPAIGNS');
  const queries = useQueryClient();
  const [stopping, setStopping] = useState(false);
  const act = useMutation({
    mutationFn: (what: Act) => api.post<Schemas['Campaign']>(`/campaigns/${campaign.id}/${what}`),
    onSuccess: (changed) => {
      queries.setQueryData(['campaign', campaign.id], changed);
      void queries.invalidateQueries({ queryKey: ['campaign', campaign.id] });
    },
    onSettled: () => setStopping(false),
  });
  const runs = campaign.state === 'RUNNING' || campaign.state === 'SCHEDULED';
  const live = runs || campaign.state === 'PAUSED';
  const turn = () => act.mutate(runs ? 'pause' : 'resume');
  useKey('p', 'pause or resume this run', turn, may && live && !act.isPending);
  if (!may || !live) {
    return null;
  }
  return (
    <>
      {act.error && <span className="font-semibold text-error">{act.error.message}</span>}
      <button className="btn" disabled={act.isPending} onClick={turn}>
        {runs ? 'Pause' : 'Resume'} <Key>P</Key>
      </button>
      {campaign.state === 'RUNNING' && awaiting > 0 && awaiting === campaign.waiting && (
        <button className="btn" disabled={act.isPending} onClick={() => act.mutate('finish')}>
          Finish without them
        </button>
      )}
      <button className="btn btn-outline btn-error" onClick={() => setStopping(true)}>
        Stop
      </button>
      {stopping && (
        <Confirm
          title={`Stop “${campaign.brief.name}” for good?`}
          action="Stop it"
          danger
          busy={act.isPending}
          onConfirm={() => act.mutate('stop')}
          onLeave={() => setStopping(false)}
        >
          <p>
            {people(campaign.waiting)} who still wait will not be contacted. What has left cannot be
            called back. A stopped campaign does not start again; to go on later, pause it instead.
          </p>
        </Confirm>
      )}
    </>
  );
}
