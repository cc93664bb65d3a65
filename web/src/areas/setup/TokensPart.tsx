import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { day } from '../../parts/format';
import { useHouse } from '../../parts/house';

/** Tokens by which programs send people; each acts for whoever made it. */
export function TokensPart() {
  const { zone } = useHouse();
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const tokens = useQuery({
    queryKey: ['tokens'],
    queryFn: () => api.get<Schemas['ApiToken'][]>('/tokens'),
  });
  const changed = () => queries.invalidateQueries({ queryKey: ['tokens'] });
  const make = useMutation({
    mutationFn: () => api.post<Schemas['Made']>('/tokens', { name }),
    onSuccess: () => {
      setName('');
      return changed();
    },
  });
  const revoke = useMutation({
    mutationFn: (id: number) => api.delete(`/tokens/${id}`),
    onSuccess: changed,
  });
  return (
    <section>
      <h2 className="section-title mb-2">Programs</h2>
      <p className="text-muted">
        A program sends people with a token, in batches that are judged like the rows of a file.
      </p>
      {tokens.data?.map((token) => (
        <p key={token.id} className="row-line flex flex-wrap gap-3 py-1.5">
          <strong>{token.name}</strong>
          <span className="text-muted">
            for {token.userName}, made {day(token.madeAt, zone)},{' '}
            {token.lastUsedAt ? `last used ${day(token.lastUsedAt, zone)}` : 'not used yet'}
          </span>
          <button className="link-plain" onClick={() => revoke.mutate(token.id)}>
            revoke
          </button>
        </p>
      ))}
      {make.data && (
        <p className="mt-2 rounded-box bg-base-200 px-3 py-2" role="status">
          Copy it now, it is shown this once:{' '}
          <span className="figure break-all select-all">{make.data.secret}</span>
        </p>
      )}
      <form
        className="mt-2 flex items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate();
        }}
      >
        <input
          className="input input-sm w-56"
          aria-label="What the token is for"
          placeholder="what it is for"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <button className="btn btn-sm" disabled={name.trim() === '' || make.isPending}>
          Make a token
        </button>
      </form>
      <ProblemNote error={make.error ?? revoke.error} />
    </section>
  );
}
