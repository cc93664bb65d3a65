import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { Key } from '../../parts/Key';
import { useKey } from '../../parts/useKey';

/** Makes a draft with the house's usual answers in it, and goes there. */
export function useNewCampaign() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const senders = useQuery({
    queryKey: ['senders'],
    queryFn: () => api.get<Schemas['Sender'][]>('/senders'),
  });
  return useMutation({
    mutationFn: async (picked: number[]) => {
      const brief: Schemas['Brief'] = {
        name: '',
        channel: 'SMS',
        purpose: 'SERVICE',
        message: '',
        whenBlank: {},
        senderId: senders.data?.find((one) => one.channels.includes('SMS'))?.id ?? null,
        lists: [],
        typedNumbers: '',
        hoursFrom: '08:00',
        hoursTo: '20:00',
        hoursDays: ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY'],
        hoursClock: 'HOUSE',
        perMinute: 60,
        startMode: 'NOW',
        startAt: null,
        startAtOwn: null,
        limitMicros: null,
        retries: { rules: [] },
        chat: null,
        call: null,
      };
      const made = await api.post<Schemas['Campaign']>('/campaigns', brief);
      return picked.length === 0
        ? made
        : api.post<Schemas['Campaign']>(`/campaigns/${made.id}/picked`, { people: picked });
    },
    onSuccess: (made) => {
      void queries.invalidateQueries({ queryKey: ['campaigns'] });
      void navigate(`/campaigns/${made.id}`);
    },
  });
}

/** Begins a brief. */
export function NewCampaignButton() {
  const may = useMay('CHANGE_CAMPAIGNS');
  const make = useNewCampaign();
  const begin = () => make.mutate([]);
  useKey('n', 'new campaign', begin, may && !make.isPending);
  if (!may) {
    return null;
  }
  return (
    <button className="btn btn-primary" disabled={make.isPending} onClick={begin}>
      New campaign <Key>N</Key>
    </button>
  );
}
