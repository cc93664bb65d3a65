import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { ProblemNote } from '../../../parts/ProblemNote';

/** Records an agreement for everybody who is refused for want of one, with its evidence. */
export function GiveAgreement({
  campaignId,
  marketing,
}: {
  campaignId: number;
  /** Whether it is agreement to marketing that is missing, or to being called at all. */
  marketing: boolean;
}) {
  const may = useMay('CHANGE_PEOPLE');
  const queries = useQueryClient();
  const [how, setHow] = useState('');
  const [on, setOn] = useState('');
  const give = useMutation({
    mutationFn: () =>
      api.post<Schemas['Result']>(`/campaigns/${campaignId}/preflight/agree`, {
        purposes: marketing ? ['MARKETING'] : ['SERVICE'],
        how,
        on,
      }),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['preflight', campaignId] });
      void queries.invalidateQueries({ queryKey: ['preflight-people', campaignId] });
    },
  });
  if (!may) {
    return null;
  }
  const submit = (event: FormEvent) => {
    event.preventDefault();
    give.mutate();
  };
  return (
    <form
      onSubmit={submit}
      className="mb-2 flex flex-wrap items-center gap-2 border-b border-base-300 pb-2"
    >
      <span>They did agree:</span>
      <input
        className="input input-xs w-36"
        aria-label="How they agreed"
        placeholder="how"
        required
        value={how}
        onChange={(event) => setHow(event.target.value)}
      />
      <input
        type="date"
        className="input input-xs w-32"
        aria-label="The day they agreed"
        required
        value={on}
        onChange={(event) => setOn(event.target.value)}
      />
      <button className="btn btn-xs" disabled={give.isPending}>
        Record it for all
      </button>
      <ProblemNote error={give.error} />
    </form>
  );
}
