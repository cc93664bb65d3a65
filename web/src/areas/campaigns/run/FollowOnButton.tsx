import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import type { ChosenPlace } from './Places';

/** A new campaign to everybody in one place of a report, or a copy to the same audience. */
export function FollowOnButton({ campaignId, place }: { campaignId: number; place?: ChosenPlace }) {
  const may = useMay('CHANGE_CAMPAIGNS');
  const navigate = useNavigate();
  const queries = useQueryClient();
  const make = useMutation({
    mutationFn: () =>
      place
        ? api.post<Schemas['Campaign']>(`/campaigns/${campaignId}/follow-on`, {
            states: place.states,
            reasons: place.reasons ?? null,
            listId: place.list ?? null,
            dueIn: place.dueIn ?? null,
          })
        : api.post<Schemas['Campaign']>(`/campaigns/${campaignId}/duplicate`),
    onSuccess: (made) => {
      void queries.invalidateQueries({ queryKey: ['campaigns'] });
      void navigate(`/campaigns/${made.id}`);
    },
  });
  if (!may) {
    return null;
  }
  return (
    <button
      className={place ? 'btn btn-sm' : 'btn btn-outline border-base-300'}
      disabled={make.isPending}
      onClick={() => make.mutate()}
    >
      {place ? 'New campaign to all of these' : 'Duplicate'}
    </button>
  );
}
