import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../../api/client';
import { Key } from '../../../parts/Key';
import { PageHead } from '../../../parts/PageHead';
import { ProblemNote } from '../../../parts/ProblemNote';
import { people } from '../../../parts/format';
import { useKey } from '../../../parts/useKey';

type Choices = Schemas['SittingChoices'];

/** What is chosen for as long as an agent sits: the campaign, the number, the message. */
export function SignOn({
  error,
  onSignOn,
}: {
  error: Error | null;
  onSignOn: (body: { campaignId: number; senderId: number; soundId: number | null }) => void;
}) {
  const choices = useQuery({
    queryKey: ['desk', 'choices'],
    queryFn: () => api.get<Choices>('/desk/choices'),
    refetchInterval: 5_000,
  });
  const [campaign, setCampaign] = useState<number>();
  const [sender, setSender] = useState<number>();
  const [sound, setSound] = useState<number | null>(null);
  const campaigns = choices.data?.campaigns ?? [];
  const senders = choices.data?.senders ?? [];
  const campaignId = campaign ?? campaigns[0]?.id;
  const senderId = sender ?? senders[0]?.id;
  const signOn = () => {
    if (campaignId !== undefined && senderId !== undefined) {
      onSignOn({ campaignId, senderId, soundId: sound });
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signOn();
  };
  useKey('enter', 'sign on', signOn);
  if (choices.data && campaigns.length === 0) {
    return (
      <>
        <PageHead title="Your desk" beside="nobody is to be called now" />
        <p className="mt-5 max-w-xl">
          A desk takes calls for a campaign that runs and whose calls agents hold. As soon as an
          operator has launched one, it can be chosen here.
        </p>
      </>
    );
  }
  return (
    <>
      <PageHead title="Your desk" beside="choose for this sitting; nothing is dialled yet" />
      <form onSubmit={submit} className="sheet mt-5 flex max-w-xl flex-col gap-4 p-5">
        <Field word="Calls for">
          <select
            className="select w-full"
            aria-label="Calls for"
            value={campaignId ?? ''}
            onChange={(event) => setCampaign(Number(event.target.value))}
          >
            {campaigns.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name} · {people(one.people)} to come
              </option>
            ))}
          </select>
        </Field>
        <Field word="Called from">
          <select
            className="select w-full"
            aria-label="Called from"
            value={senderId ?? ''}
            onChange={(event) => setSender(Number(event.target.value))}
          >
            {senders.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </Field>
        <Field word="On machines">
          <select
            className="select w-full"
            aria-label="On machines"
            value={sound ?? ''}
            onChange={(event) => setSound(event.target.value ? Number(event.target.value) : null)}
          >
            <option value="">the campaign’s own words</option>
            {choices.data?.sounds.map((one) => (
              <option key={one.id} value={one.id}>
                the sound “{one.name}”
              </option>
            ))}
          </select>
        </Field>
        <ProblemNote error={error ?? choices.error} />
        <button className="btn btn-primary self-start">
          Sign on <Key>⏎</Key>
        </button>
      </form>
    </>
  );
}

function Field({ word, children }: { word: string; children: React.ReactNode }) {
  return (
    <label className="grid grid-cols-[110px_1fr] items-center gap-3">
      <span className="text-muted">{word}</span>
      {children}
    </label>
  );
}
