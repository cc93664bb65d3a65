import { useMutation, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { ProblemNote } from '../../parts/ProblemNote';

/** The tags of one person. */
export function PersonTags({ person }: { person: Schemas['Person'] }) {
  const may = useMay('CHANGE_PEOPLE');
  const [typed, setTyped] = useState('');
  const queries = useQueryClient();
  const act = useMutation({
    mutationFn: ({ kind, tag }: { kind: 'TAG' | 'UNTAG'; tag: string }) =>
      api.post<Schemas['Act']>('/acts', {
        kind,
        selection: { ids: [person.id], list: null, filter: null, q: '' },
        list: null,
        tag,
        expected: 1,
      }),
    onSuccess: async (begun) => {
      setTyped('');
      for (let state = begun.state; state === 'going';) {
        state = (await api.get<Schemas['Act']>(`/acts/${begun.id}`)).state;
      }
      return queries.invalidateQueries({ queryKey: ['person', person.id] });
    },
  });
  return (
    <div className="flex flex-wrap items-center gap-2">
      {person.tags.map((tag) => (
        <span key={tag} className="badge gap-1">
          {tag}
          {may && (
            <button
              aria-label={`Take the tag ${tag} off`}
              onClick={() => act.mutate({ kind: 'UNTAG', tag })}
            >
              <X size={12} aria-hidden />
            </button>
          )}
        </span>
      ))}
      {may && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            act.mutate({ kind: 'TAG', tag: typed });
          }}
        >
          <input
            className="input input-xs w-32"
            aria-label="Add a tag"
            placeholder="add a tag"
            maxLength={60}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </form>
      )}
      <ProblemNote error={act.error} />
    </div>
  );
}
