import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { day } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { ROLE_WORDS, withColumn, type Role } from './importPlan';

type Mapping = Schemas['MappingView'];

/** How files of a known shape are taken in: named, and changed where that is needed. */
export default function MappingsPage() {
  const mappings = useQuery({
    queryKey: ['mappings'],
    queryFn: () => api.get<Mapping[]>('/mappings'),
  });
  return (
    <>
      <PageHead title="Mappings" beside="how files of a known shape are taken in" />
      <ProblemNote error={mappings.error} />
      {mappings.data?.length === 0 && (
        <p className="mt-4 text-muted">
          None yet. Each file that is imported leaves one, for the next file with the same columns.
        </p>
      )}
      <div className="mt-4 flex flex-col">
        {mappings.data?.map((mapping) => (
          <OneMapping key={`${mapping.id}-${mapping.version}`} mapping={mapping} />
        ))}
      </div>
    </>
  );
}

function OneMapping({ mapping }: { mapping: Mapping }) {
  const may = useMay('CHANGE_PEOPLE');
  const { zone } = useHouse();
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(mapping.name);
  const [plan, setPlan] = useState(mapping.plan);
  const save = useMutation({
    mutationFn: () =>
      api.put<Mapping>(`/mappings/${mapping.id}`, { version: mapping.version, name, plan }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['mappings'] }),
  });
  const forget = useMutation({
    mutationFn: () => api.delete(`/mappings/${mapping.id}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['mappings'] }),
  });
  return (
    <section className="row-line py-2">
      <div className="flex flex-wrap items-baseline gap-3">
        <strong>{mapping.name}</strong>
        <span className="text-muted">
          {mapping.headers.length} columns, last used {day(mapping.usedAt, zone)}
        </span>
        {may && (
          <button className="link-plain" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'close' : 'change'}
          </button>
        )}
      </div>
      {open && (
        <div className="mt-2 flex max-w-3xl flex-col gap-1.5">
          <label className="flex items-center gap-2">
            <span className="w-56 text-muted">Name</span>
            <input
              className="input input-sm w-80"
              value={name}
              maxLength={120}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          {mapping.headers.map((header, at) => {
            const column = plan.columns[at];
            return (
              column && (
                <label key={at} className="flex items-center gap-2">
                  <span className="w-56 truncate text-muted">{header}</span>
                  <select
                    className="select select-sm w-56"
                    value={column.role}
                    onChange={(event) =>
                      setPlan(withColumn(plan, at, { role: event.target.value as Role }))
                    }
                  >
                    {Object.entries(ROLE_WORDS).map(([role, words]) => (
                      <option key={role} value={role}>
                        {words}
                      </option>
                    ))}
                  </select>
                </label>
              )
            );
          })}
          <div className="mt-1 flex items-center gap-3">
            <button
              className="btn btn-sm btn-primary"
              disabled={save.isPending}
              onClick={() => save.mutate()}
            >
              Save
            </button>
            <button className="link-plain" onClick={() => forget.mutate()}>
              forget this mapping
            </button>
            <ProblemNote error={save.error ?? forget.error} />
          </div>
        </div>
      )}
    </section>
  );
}
