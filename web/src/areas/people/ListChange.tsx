import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { ProblemNote } from '../../parts/ProblemNote';
import { FilterBuilder } from './FilterBuilder';
import { whole } from './filters';

/** What a list is called, who uses it, and what its filter asks. */
export function ListChange({ list, onDone }: { list: Schemas['ListView']; onDone: () => void }) {
  const [name, setName] = useState(list.name);
  const [note, setNote] = useState(list.note);
  const [watched, setWatched] = useState(list.watched);
  const [users, setUsers] = useState(list.users);
  const [filter, setFilter] = useState(list.filter);
  const maySeeUsers = useMay('CHANGE_USERS');
  const queries = useQueryClient();
  const accounts = useQuery({
    queryKey: ['users'],
    queryFn: () => api.get<Schemas['Account'][]>('/users'),
    enabled: maySeeUsers,
  });
  const save = useMutation({
    mutationFn: () =>
      api.put<Schemas['ListView']>(`/lists/${list.id}`, {
        version: list.version,
        name,
        note,
        users,
        watched,
        filter: filter ? whole(filter) : null,
      }),
    onSuccess: (now) => {
      queries.setQueryData(['list', list.id], now);
      void queries.invalidateQueries({ queryKey: ['lists'] });
      void queries.invalidateQueries({ queryKey: ['people'] });
      onDone();
    },
  });
  return (
    <form
      className="mt-3 flex max-w-3xl flex-col gap-2 rounded-box border border-base-300 px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <label className="flex items-center gap-2">
        <span className="w-24 text-muted">Name</span>
        <input
          className="input input-sm w-96"
          value={name}
          maxLength={120}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <label className="flex items-start gap-2">
        <span className="w-24 text-muted">Note</span>
        <textarea
          className="textarea min-h-14 w-96"
          value={note}
          maxLength={1000}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      {maySeeUsers && (
        <div className="flex items-start gap-2">
          <span className="w-24 text-muted">May use it</span>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            <span className="text-muted">
              {users.length === 0 ? 'everybody; name some to keep it to them:' : 'only these:'}
            </span>
            {accounts.data?.map((account) => (
              <label key={account.id} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={users.includes(account.id)}
                  onChange={(event) =>
                    setUsers(
                      event.target.checked
                        ? [...users, account.id]
                        : users.filter((id) => id !== account.id),
                    )
                  }
                />
                {account.name}
              </label>
            ))}
          </div>
        </div>
      )}
      {filter ? (
        <FilterBuilder filter={filter} onChange={setFilter} />
      ) : (
        <label className="flex items-center gap-2">
          <span className="w-24 text-muted">Folder</span>
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={watched}
            onChange={(event) => setWatched(event.target.checked)}
          />
          take in files put into <span className="figure">drop/{list.folder}</span> with the mapping
          remembered for them
        </label>
      )}
      <div className="flex gap-3">
        <button className="btn btn-sm btn-primary" disabled={save.isPending}>
          Save
        </button>
        <button type="button" className="link-plain" onClick={onDone}>
          leave it
        </button>
      </div>
      <ProblemNote error={save.error} />
    </form>
  );
}
