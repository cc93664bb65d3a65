import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { networkOf, useNow } from '../../api/live';
import { ProblemNote } from '../../parts/ProblemNote';
import { TextField } from './TextField';

type Network = Schemas['ChannelNetwork'];
type Wired = 'WHATSAPP' | 'VOICE_BROADCAST';

const WORDS: Record<Wired, { title: string; none: string; standIn: string; connect: string }> = {
  WHATSAPP: {
    title: 'WhatsApp',
    none: 'No chat service is set up: no WhatsApp message can be sent.',
    standIn: 'The stand-in: simulated people, nobody real gets anything.',
    connect: 'Connect a chat service',
  },
  VOICE_BROADCAST: {
    title: 'Telephone',
    none: 'No telephone network is set up: nobody can be called.',
    standIn: 'The stand-in: simulated people and machines on lines with real sound.',
    connect: 'Connect an exchange',
  },
};

/** What carries WhatsApp messages, or calls: nothing, the stand-in, or a network. */
export function ChannelNetworkPart({ channel, mayChange }: { channel: Wired; mayChange: boolean }) {
  const queries = useQueryClient();
  const { data: now } = useNow();
  const [connecting, setConnecting] = useState(false);
  const network = useQuery({
    queryKey: ['network', channel, networkOf(now, channel)?.connected],
    queryFn: () => api.get<Network>(`/networks/${channel}`),
  });
  const use = useMutation({
    mutationFn: (call: () => Promise<Network>) => call(),
    onSuccess: () => {
      setConnecting(false);
      void queries.invalidateQueries({ queryKey: ['network', channel] });
      void queries.invalidateQueries({ queryKey: ['now'] });
    },
  });
  const is = network.data;
  const words = WORDS[channel];
  return (
    <section aria-label={words.title}>
      <h2 className="section-title mb-2">{words.title}</h2>
      {is && (
        <p className="mb-3">
          {!is.configured && words.none}
          {is.kind === 'stand-in' && words.standIn}
          {is.kind === 'real' && `At ${is.address}.`}
          {is.configured && (
            <strong className={is.connected ? 'text-success' : 'text-warning'}>
              {is.connected ? ' Connected.' : ' Not connected; it is tried again and again.'}
            </strong>
          )}
        </p>
      )}
      <ProblemNote error={use.error} />
      {mayChange && is && (
        <div className="flex flex-wrap gap-2">
          {is.kind !== 'stand-in' && (
            <button
              className="btn btn-sm"
              onClick={() => use.mutate(() => api.put<Network>(`/networks/${channel}/stand-in`))}
            >
              Switch the stand-in on
            </button>
          )}
          <button className="btn btn-sm" onClick={() => setConnecting(!connecting)}>
            {words.connect}
          </button>
          {is.configured && (
            <button
              className="btn btn-sm"
              onClick={() => use.mutate(() => api.delete<Network>(`/networks/${channel}`))}
            >
              Disconnect
            </button>
          )}
        </div>
      )}
      {connecting &&
        (channel === 'WHATSAPP' ? (
          <ChatForm
            onConnect={(body) => use.mutate(() => api.put<Network>('/networks/WHATSAPP', body))}
          />
        ) : (
          <ExchangeForm
            onConnect={(body) =>
              use.mutate(() => api.put<Network>('/networks/VOICE_BROADCAST', body))
            }
          />
        ))}
    </section>
  );
}

function ChatForm({ onConnect }: { onConnect: (body: Schemas['ChatNetworkBody']) => void }) {
  const [url, setUrl] = useState('');
  const [key, setKey] = useState('');
  const [secret, setSecret] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onConnect({ url, key, secret });
  };
  return (
    <form onSubmit={submit} className="mt-3 flex flex-col gap-2">
      <TextField label="Address" value={url} onChange={setUrl} />
      <TextField label="Key" value={key} onChange={setKey} type="password" />
      <TextField label="Secret" value={secret} onChange={setSecret} type="password" />
      <p className="text-[12px] text-muted">
        The secret signs what the service calls back; it has 16 characters or more.
      </p>
      <button className="btn btn-sm btn-primary self-start">Connect</button>
    </form>
  );
}

function ExchangeForm({ onConnect }: { onConnect: (body: Schemas['CallNetworkBody']) => void }) {
  const [host, setHost] = useState('');
  const [port, setPort] = useState('');
  const [lines, setLines] = useState('30');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onConnect({ host, port: Number(port), lines: Number(lines) });
  };
  return (
    <form onSubmit={submit} className="mt-3 flex flex-col gap-2">
      <TextField label="Host" value={host} onChange={setHost} />
      <TextField label="Port" value={port} onChange={setPort} type="number" />
      <TextField label="Lines" value={lines} onChange={setLines} type="number" />
      <button className="btn btn-sm btn-primary self-start">Connect</button>
    </form>
  );
}
