import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';

/** Suppresses a person in one step, and takes it back as long as it was done by hand. */
export function SuppressButton({ person }: { person: Schemas['Person'] }) {
  const queries = useQueryClient();
  const [undoable, setUndoable] = useState(false);
  const suppressed = person.numbers.length > 0 && person.numbers.every((one) => one.suppressed);
  const act = useMutation({
    mutationFn: (on: boolean) =>
      on
        ? api.post(`/people/${person.id}/suppress`, { why: 'by hand' })
        : api.post(`/people/${person.id}/unsuppress`),
    onSuccess: (_, on) => {
      setUndoable(on);
      return queries.invalidateQueries({ queryKey: ['person', person.id] });
    },
  });
  return (
    <>
      <ProblemNote error={act.error} />
      {undoable && <span role="status">Suppressed everywhere.</span>}
      <button
        className={suppressed ? 'btn' : 'btn btn-outline btn-error'}
        disabled={act.isPending || person.numbers.length === 0}
        onClick={() => act.mutate(!suppressed)}
      >
        {suppressed ? (undoable ? 'Undo' : 'Allow again') : 'Suppress'}
      </button>
    </>
  );
}
