import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api } from '../api/client';
import { useMay } from '../api/session';
import { ProblemNote } from './ProblemNote';
import { ZoneField } from './ZoneField';

/** Says where everybody is who is held for want of a time zone. */
export function GiveZone({ path }: { path: string }) {
  const may = useMay('CHANGE_PEOPLE');
  const queries = useQueryClient();
  const [zone, setZone] = useState('');
  const give = useMutation({
    mutationFn: () => api.post(path, { zone }),
    onSuccess: () => queries.invalidateQueries(),
  });
  if (!may) {
    return null;
  }
  const submit = (event: FormEvent) => {
    event.preventDefault();
    give.mutate();
  };
  return (
    <form onSubmit={submit} className="mb-2 flex flex-wrap items-center gap-2">
      <span>They are all in</span>
      <ZoneField label="Their time zone" value={zone} onChange={setZone} />
      <button className="btn btn-xs" disabled={give.isPending}>
        Set it for all
      </button>
      <ProblemNote error={give.error} />
    </form>
  );
}
