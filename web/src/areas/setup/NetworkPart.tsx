import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { networkOf, useNow } from '../../api/live';
import { ProblemNote } from '../../parts/ProblemNote';
import { TextField } from './TextField';

type Network = Schemas['NetworkState'];

/** What carries texts: nothing, the stand-in, or a message centre. */
export function NetworkPart({ mayChange }: { mayChange: boolean }) {
  const queries = useQueryClient();
  const { data: now } = useNow();
  const network = useQuery({
    queryKey: ['sms-network', networkOf(now, 'SMS')?.connected],
    queryFn: () => api.get<Network>('/sms-network'),
  });
  const [connecting, setConnecting] = useState(false);
  const use = useMutation({
    mutationFn: (call: () => Promise<Network>) => call(),
    onSuccess: () => {
      setConnecting(false);
      void queries.invalidateQueries({ queryKey: ['sms-network'] });
      void queries.invalidateQueries({ queryKey: ['now'] });
    },
  });
  const is = network.data;
  return (
    <section>
      <h2 className="section-title mb-2">SMS network</h2>
      {is && (
        <p className="mb-3">
          {!is.configured && 'None is set up: nothing can be sent.'}
          {is.kind === 'stand-in' &&
            'The stand-in: simulated telephones, nobody real gets anything.'}
          {is.kind === 'smpp' && `SMPP 3.4 at ${is.host}:${is.port} as ${is.systemId}.`}
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
              onClick={() => use.mutate(() => api.put<Network>('/sms-network/stand-in'))}
            >
              Switch the stand-in on
            </button>
          )}
          <button className="btn btn-sm" onClick={() => setConnecting(!connecting)}>
            Connect a message centre
          </button>
          {is.configured && (
            <button
              className="btn btn-sm"
              onClick={() => use.mutate(() => api.delete<Network>('/sms-network'))}
            >
              Disconnect
            </button>
          )}
        </div>
      )}
      {connecting && (
        <SmppForm onConnect={(body) => use.mutate(() => api.put<Network>('/sms-network', body))} />
      )}
    </section>
  );
}

function SmppForm({ onConnect }: { onConnect: (body: Schemas['NetworkBody']) => void }) {
  const [host, setHost] = useState('');
  const [port, setPort] = useState('2775');
  const [systemId, setSystemId] = useState('');
  const [password, setPassword] = useState('');
  const [window, setWindow] = useState('20');
  const body = () => ({
    host,
    port: Number(port),
    systemId,
    password,
    window: Number(window),
  });
  const trial = useMutation({
    mutationFn: () => api.post<Schemas['Trial']>('/sms-network/test', body()),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onConnect(body());
  };
  return (
    <form onSubmit={submit} className="mt-3 flex flex-col gap-2">
      <TextField label="Host" value={host} onChange={setHost} />
      <TextField label="Port" value={port} onChange={setPort} type="number" />
      <TextField label="System id" value={systemId} onChange={setSystemId} />
      <TextField
        label="Password"
        value={password}
        onChange={setPassword}
        type="password"
        required={false}
      />
      <TextField label="Window" value={window} onChange={setWindow} type="number" />
      {trial.data && (
        <p role="status" className={trial.data.connected ? 'text-success' : 'text-error'}>
          {trial.data.connected
            ? 'The message centre lets us in.'
            : `It does not let us in: ${trial.data.problem}`}
        </p>
      )}
      <ProblemNote error={trial.error} />
      <span className="flex gap-2">
        <button className="btn btn-sm btn-primary">Connect</button>
        <button
          type="button"
          className="btn btn-sm"
          disabled={trial.isPending || host === '' || systemId === ''}
          onClick={() => trial.mutate()}
        >
          {trial.isPending ? 'Trying…' : 'Test the connection'}
        </button>
      </span>
    </form>
  );
}
