import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { CHANNEL_WORDS } from './filters';

type Said = Schemas['SaidBody'];
type Channel = Said['channels'][number];

/** Writes down what a person said about being contacted, with its evidence. */
export function RecordSaid({ id }: { id: number }) {
  const [open, setOpen] = useState(false);
  const [word, setWord] = useState<Said['word']>('YES');
  const [channel, setChannel] = useState<Channel>('SMS');
  const [purpose, setPurpose] = useState('both');
  const [how, setHow] = useState('');
  const [on, setOn] = useState('');
  const queries = useQueryClient();
  const record = useMutation({
    mutationFn: () =>
      api.post(`/people/${id}/said`, {
        word,
        channels: [channel],
        purposes: purpose === 'both' ? ['SERVICE', 'MARKETING'] : [purpose],
        how,
        on,
      }),
    onSuccess: () => {
      setOpen(false);
      return queries.invalidateQueries({ queryKey: ['person', id] });
    },
  });
  if (!open) {
    return (
      <button className="link-plain mt-1" onClick={() => setOpen(true)}>
        write down what they said
      </button>
    );
  }
  const submit = (event: FormEvent) => {
    event.preventDefault();
    record.mutate();
  };
  return (
    <form onSubmit={submit} className="mt-2 flex flex-wrap items-center gap-2">
      <select
        className="select select-xs w-16"
        aria-label="What they said"
        value={word}
        onChange={(event) => setWord(event.target.value as Said['word'])}
      >
        <option value="YES">yes</option>
        <option value="NO">no</option>
      </select>
      to
      <select
        className="select select-xs w-36"
        aria-label="To which channel"
        value={channel}
        onChange={(event) => setChannel(event.target.value as Channel)}
      >
        {Object.entries(CHANNEL_WORDS).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      <select
        className="select select-xs w-44"
        aria-label="For which purpose"
        value={purpose}
        onChange={(event) => setPurpose(event.target.value)}
      >
        <option value="both">for service and marketing</option>
        <option value="SERVICE">for service messages</option>
        <option value="MARKETING">for marketing</option>
      </select>
      <input
        className="input input-xs w-36"
        aria-label="How they said it"
        placeholder="how: by phone, at the desk"
        required
        value={how}
        onChange={(event) => setHow(event.target.value)}
      />
      <input
        type="date"
        className="input input-xs w-32"
        aria-label="When they said it"
        required
        value={on}
        onChange={(event) => setOn(event.target.value)}
      />
      <button className="btn btn-xs" disabled={record.isPending}>
        Write it down
      </button>
      <button type="button" className="link-plain" onClick={() => setOpen(false)}>
        leave it
      </button>
      <ProblemNote error={record.error} />
    </form>
  );
}
