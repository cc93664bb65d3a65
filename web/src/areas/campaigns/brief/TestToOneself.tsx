import { useMutation } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { isCall } from '../../../parts/channels';
import { ProblemNote } from '../../../parts/ProblemNote';

const KEY = 'gemba-test-number';

/** Sends the text, filled as for a chosen person, to one's own telephone. */
export function TestToOneself({
  campaign,
  personId,
}: {
  campaign: Schemas['Campaign'];
  personId: number;
}) {
  const may = useMay('RUN_CAMPAIGNS');
  const [number, setNumber] = useState(() => localStorage.getItem(KEY) ?? '');
  const test = useMutation({
    mutationFn: () => {
      localStorage.setItem(KEY, number);
      return api.post<Schemas['Campaign']>(`/campaigns/${campaign.id}/test`, {
        number,
        personId: personId > 0 ? personId : null,
      });
    },
  });
  if (!may) {
    return null;
  }
  const submit = (event: FormEvent) => {
    event.preventDefault();
    test.mutate();
  };
  return (
    <form onSubmit={submit} className="row-line mt-2 flex flex-wrap items-center gap-2 pt-2">
      <input
        className="input input-xs figure w-40"
        aria-label="Your own number"
        placeholder="your own number"
        required
        value={number}
        onChange={(event) => setNumber(event.target.value)}
      />
      <button className="btn btn-xs btn-outline border-base-300" disabled={test.isPending}>
        {isCall(campaign.brief.channel) ? 'Call me with this one' : 'Send this one to me'}
      </button>
      {test.isSuccess && (
        <span role="status" className="text-success">
          On its way, under the same rules as all others.
        </span>
      )}
      <ProblemNote error={test.error} />
    </form>
  );
}
