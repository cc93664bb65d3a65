import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { ALL_CHANNELS, CHANNELS, type Channel } from '../../parts/channels';
import { grouped, price, spaced } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { SenderForm } from './SenderForm';

type Sender = Schemas['Sender'];

/** The numbers and names that messages and calls come from, each with its price and its rate. */
export function SendersPart() {
  const { currency } = useHouse();
  const may = useMay('CHANGE_HOUSE');
  const [changing, setChanging] = useState<number>();
  const senders = useQuery({
    queryKey: ['senders'],
    queryFn: () => api.get<Sender[]>('/senders'),
  });
  return (
    <section>
      <h2 className="section-title mb-2">Senders</h2>
      {senders.data?.length === 0 && <p className="mb-2">None yet. A campaign needs one.</p>}
      <ul className="mb-3">
        {senders.data?.map((sender) => (
          <li key={sender.id} className="row-line py-1.5">
            <div className="flex items-baseline gap-4">
              <span className="figure whitespace-nowrap">{spaced(sender.address)}</span>
              <span className="min-w-0 flex-1">
                {sender.label}
                <span className="block text-muted">
                  {ALL_CHANNELS.filter((one) => sender.channels.includes(one))
                    .map((one) => `${CHANNELS[one].word} ${cost(one, sender.tariff, currency)}`)
                    .join('; ')}
                  , {rate(sender)}
                </span>
              </span>
              {may && changing !== sender.id && (
                <button
                  className="link-plain"
                  aria-label={`Change ${sender.label}`}
                  onClick={() => setChanging(sender.id)}
                >
                  change
                </button>
              )}
            </div>
            {changing === sender.id && (
              <SenderForm sender={sender} onDone={() => setChanging(undefined)} />
            )}
          </li>
        ))}
      </ul>
      {may && <SenderForm />}
    </section>
  );
}

/** What a sender may say a minute. */
function rate(sender: Sender): string {
  return sender.perMinute === null ? 'no cap' : `at most ${grouped(sender.perMinute)} a minute`;
}

/** What a channel of a sender costs. */
function cost(channel: Channel, tariff: Sender['tariff'], currency: string): string {
  if (channel === 'SMS') {
    return `${price(tariff.partMicros, currency)} a segment`;
  }
  if (channel === 'WHATSAPP') {
    return `${price(tariff.chatMicros, currency)} a message`;
  }
  return `${price(tariff.attemptMicros, currency)} a call and ${price(tariff.minuteMicros, currency)} a minute`;
}
