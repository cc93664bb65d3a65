import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { price as priceOf, spaced } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { TextField } from './TextField';

type Sender = Schemas['Sender'];

/** The numbers and names that texts come from, each with its price. */
export function SendersPart() {
  const { currency } = useHouse();
  const queries = useQueryClient();
  const senders = useQuery({
    queryKey: ['senders'],
    queryFn: () => api.get<Sender[]>('/senders'),
  });
  const [address, setAddress] = useState('');
  const [label, setLabel] = useState('');
  const [price, setPrice] = useState('0.008');
  const add = useMutation({
    mutationFn: () =>
      api.post<Sender>('/senders', {
        address,
        label,
        priceMicros: Math.round(Number(price) * 1_000_000),
      }),
    onSuccess: () => {
      setAddress('');
      setLabel('');
      void queries.invalidateQueries({ queryKey: ['senders'] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <section>
      <h2 className="section-title mb-2">Senders</h2>
      {senders.data?.length === 0 && <p className="mb-2">None yet. A campaign needs one.</p>}
      <ul className="mb-3">
        {senders.data?.map((sender) => (
          <li key={sender.id} className="row-line flex gap-4 py-1.5">
            <span className="figure">{spaced(sender.address)}</span>
            <span>{sender.label}</span>
            <span className="ml-auto text-muted">
              {priceOf(sender.priceMicros, currency)} a segment
            </span>
          </li>
        ))}
      </ul>
      <form onSubmit={submit} className="flex flex-col gap-2">
        <TextField label="Number or name" value={address} onChange={setAddress} />
        <TextField label="What it is" value={label} onChange={setLabel} />
        <TextField label={`Price, ${currency}`} value={price} onChange={setPrice} />
        <ProblemNote error={add.error} />
        <button className="btn btn-sm self-start">Add the sender</button>
      </form>
    </section>
  );
}
