import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { CHANNELS } from '../../parts/channels';
import { useHouse } from '../../parts/house';
import { TextField } from './TextField';

type Sender = Schemas['Sender'];
type Tariff = Sender['tariff'];

const OFFERED = ['SMS', 'WHATSAPP', 'VOICE_BROADCAST'] as const;
const USUAL: Tariff = {
  partMicros: 8_000,
  chatMicros: 25_000,
  attemptMicros: 0,
  minuteMicros: 14_000,
  stepSeconds: 6,
};

/** Adds a sender, or changes on what it speaks, what it is called and costs, and its rate. */
export function SenderForm({ sender, onDone }: { sender?: Sender; onDone?: () => void }) {
  const { currency } = useHouse();
  const queries = useQueryClient();
  const [address, setAddress] = useState('');
  const [label, setLabel] = useState(sender?.label ?? '');
  const [channels, setChannels] = useState<Sender['channels']>(sender?.channels ?? ['SMS']);
  const [tariff, setTariff] = useState<Tariff>(sender?.tariff ?? USUAL);
  const [rate, setRate] = useState(sender?.perMinute ? String(sender.perMinute) : '');
  const terms = () => ({
    label,
    channels,
    tariff,
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
  const speaks = (channel: (typeof OFFERED)[number]) => channels.includes(channel);
  return (
    <form onSubmit={submit} className="mt-2 flex flex-col gap-2">
      {!sender && <TextField label="Number or name" value={address} onChange={setAddress} />}
      <TextField label="What it is" value={label} onChange={setLabel} />
      <div className="flex items-center gap-4" role="group" aria-label="What it carries">
        <span className="w-36 text-muted">Carries</span>
        {OFFERED.map((channel) => (
          <label key={channel} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={speaks(channel)}
              onChange={(event) =>
                setChannels(
                  event.target.checked
                    ? [...channels, channel]
                    : channels.filter((one) => one !== channel),
                )
              }
            />
            {channel === 'VOICE_BROADCAST' ? 'calls' : CHANNELS[channel].word}
          </label>
        ))}
      </div>
      {speaks('SMS') && (
        <Price
          label={`Price, ${currency}`}
          micros={tariff.partMicros}
          onChange={(partMicros) => setTariff({ ...tariff, partMicros })}
        />
      )}
      {speaks('WHATSAPP') && (
        <Price
          label={`A message, ${currency}`}
          micros={tariff.chatMicros}
          onChange={(chatMicros) => setTariff({ ...tariff, chatMicros })}
        />
      )}
      {speaks('VOICE_BROADCAST') && (
        <>
          <Price
            label={`A call, ${currency}`}
            micros={tariff.attemptMicros}
            onChange={(attemptMicros) => setTariff({ ...tariff, attemptMicros })}
          />
          <Price
            label={`A minute, ${currency}`}
            micros={tariff.minuteMicros}
            onChange={(minuteMicros) => setTariff({ ...tariff, minuteMicros })}
          />
          <label className="flex items-center gap-3">
            <span className="w-36 text-muted">Paid in steps of</span>
            <select
              className="select select-sm w-32"
              value={tariff.stepSeconds}
              onChange={(event) =>
                setTariff({ ...tariff, stepSeconds: Number(event.target.value) })
              }
            >
              {[1, 6, 60].map((one) => (
                <option key={one} value={one}>
                  {one} s
                </option>
              ))}
            </select>
          </label>
        </>
      )}
      <TextField label="At most a minute" value={rate} onChange={setRate} required={false} />
      <p className="text-[12px] text-muted">
        Messages a minute that the network allows this sender, over all campaigns; blank for no cap.
      </p>
      <ProblemNote error={save.error} />
      <div className="flex gap-3">
        <button className="btn btn-sm" disabled={save.isPending || channels.length === 0}>
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

/** Money as it is typed, kept in millionths. */
function Price({
  label,
  micros,
  onChange,
}: {
  label: string;
  micros: number;
  onChange: (micros: number) => void;
}) {
  const [typed, setTyped] = useState(String(micros / 1_000_000));
  return (
    <TextField
      label={label}
      value={typed}
      onChange={(value) => {
        setTyped(value);
        onChange(Math.round(Number(value) * 1_000_000));
      }}
    />
  );
}
