import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { useHouse } from '../../parts/house';
import { TextField } from './TextField';

type Sender = Schemas['Sender'];

/** Adds a sender, or changes what one is called, costs and may say a minute. */
export function SenderForm({ sender, onDone }: { sender?: Sender; onDone?: () => void }) {
  const { currency } = useHouse();
  const queries = useQueryClient();
  const [address, setAddress] = useState('');
  const [label, setLabel] = useState(sender?.label ?? '');
  const [price, setPrice] = useState(String((sender?.priceMicros ?? 8_000) / 1_000_000));
  const [rate, setRate] = useState(sender?.perMinute ? String(sender.perMinute) : '');
  const terms = () => ({
    label,
    priceMicros: Math.round(Number(price) * 1_000_000),
    perMinute: rate.trim() === '' ? null : Number(rate),
  });
  const save = useMutation({
    mutationFn: () =>
      sender
        ? api.put<Sender>(`/senders/${sender.id}`, { version: sender.version, ...terms() })
        : api.post<Sender>('/senders', { address, ...terms() }),
    onSuccess: () => {
      setAddress('');
      setLabel('');
      onDone?.();
      return queries.invalidateQueries({ queryKey: ['senders'] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  return (
    <form onSubmit={submit} className="mt-2 flex flex-col gap-2">
      {!sender && <TextField label="Number or name" value={address} onChange={setAddress} />}
      <TextField label="What it is" value={label} onChange={setLabel} />
      <TextField label={`Price, ${currency}`} value={price} onChange={setPrice} />
      <TextField label="At most a minute" value={rate} onChange={setRate} required={false} />
      <p className="text-[12px] text-muted">
        Messages a minute that the network allows this sender, over all campaigns; blank for no cap.
      </p>
      <ProblemNote error={save.error} />
      <div className="flex gap-3">
        <button className="btn btn-sm" disabled={save.isPending}>
          {sender ? 'Save the sender' : 'Add the sender'}
        </button>
        {onDone && (
          <button type="button" className="link-plain" onClick={onDone}>
            leave it
          </button>
        )}
      </div>
    </form>
  );
}
