import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { Key } from '../../parts/Key';
import { MoreButton } from '../../parts/MoreButton';
import { ProblemNote } from '../../parts/ProblemNote';
import { grouped } from '../../parts/format';
import { useKey } from '../../parts/useKey';
import { usePicked } from '../../parts/usePicked';
import { ColumnChoice } from './ColumnChoice';
import { FilterBuilder } from './FilterBuilder';
import { PeopleTable } from './PeopleTable';
import { SelectionBar } from './SelectionBar';
import { whole, type Filter, type Selection } from './filters';
import { useFound, useHowMany } from './useFound';
import { useShownColumns } from './useShownColumns';

/** The people of a list, or all, found as one types and by what is known of them. */
export function FindPeople({ list }: { list?: number }) {
  const [typed, setTyped] = useState('');
  const [filter, setFilter] = useState<Filter>();
  const settled = useDeferredValue(typed.trim());
  const box = useRef<HTMLInputElement>(null);
  const picked = usePicked();
  const columns = useShownColumns();
  useKey('/', 'find people', () => box.current?.focus());
  const asked = filter ? whole(filter) : undefined;
  const selection: Selection = {
    ids: null,
    list: list ?? null,
    filter: asked && asked.conditions.length > 0 ? asked : null,
    q: settled,
  };
  const enabled = list !== undefined || settled !== '' || selection.filter !== null;
  const found = useFound(selection, enabled);
  const howMany = useHowMany(
    selection,
    enabled && (filter !== undefined || picked.picked.size > 0),
  );
  return (
    <>
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <label className="input input-sm w-96">
          <span className="sr-only">Find people</span>
          <input
            ref={box}
            type="search"
            placeholder="Find by name, part of a number, e-mail, tag or field"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Key>/</Key>
        </label>
        <button
          className="btn btn-sm"
          aria-expanded={filter !== undefined}
          onClick={() => setFilter(filter ? undefined : { conditions: [] })}
        >
          {filter ? 'No filter' : 'Filter'}
        </button>
        {enabled && <ColumnChoice columns={columns} />}
      </div>
      {filter && (
        <div className="mt-3 rounded-box border border-base-300 px-4 py-3">
          <FilterBuilder filter={filter} onChange={setFilter} />
          {selection.filter && (
            <div className="mt-3 flex flex-wrap items-center gap-4">
              <strong role="status">
                <span className="figure">{howMany.data ? grouped(howMany.data.people) : '…'}</span>{' '}
                people
              </strong>
              {list === undefined && settled === '' && <SaveFilter filter={selection.filter} />}
            </div>
          )}
        </div>
      )}
      <SelectionBar
        picked={picked.picked}
        all={selection}
        matching={howMany.data?.people}
        list={list}
        onClear={picked.clear}
      />
      <ProblemNote error={found.error ?? howMany.error} />
      {enabled && found.isSuccess && found.rows.length === 0 && (
        <p className="mt-4 text-muted">
          {settled || selection.filter ? 'Nobody is found.' : 'Nobody is on this list yet.'}
        </p>
      )}
      {enabled && found.rows.length > 0 && (
        <PeopleTable
          rows={found.rows}
          columns={columns.shown}
          isPicked={picked.has}
          onToggle={picked.toggle}
          onAll={picked.all}
        />
      )}
      {enabled && <MoreButton query={found} />}
    </>
  );
}

/** Keeps a filter under a name; it is then as good as a list, and always current. */
function SaveFilter({ filter }: { filter: Filter }) {
  const may = useMay('CHANGE_PEOPLE');
  const [name, setName] = useState('');
  const queries = useQueryClient();
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: () => api.post<Schemas['ListView']>('/lists', { name, filter }),
    onSuccess: (saved) => {
      void queries.invalidateQueries({ queryKey: ['lists'] });
      void navigate(`/people/lists/${saved.id}`);
    },
  });
  if (!may) {
    return null;
  }
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <input
        className="input input-sm w-64"
        aria-label="Name of the filter"
        placeholder="save it as…"
        value={name}
        maxLength={120}
        onChange={(event) => setName(event.target.value)}
      />
      <button className="btn btn-sm" disabled={name.trim() === '' || save.isPending}>
        Save the filter
      </button>
      <ProblemNote error={save.error} />
    </form>
  );
}
