import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { useUndo } from '../../parts/undo';

/** Suppresses a person in one step; what was done by hand can be taken back. */
export function SuppressButton({ person }: { person: Schemas['Person'] }) {
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const suppressed =
    person.numbers.length > 0 && person.numbers.every((one) => one.suppressions.length > 0);
  const allowAgain = () => api.post(`/people/${person.id}/unsuppress`);
  const act = useMutation({
    mutationFn: (on: boolean) =>
      on
        ? api.post(`/people/${person.id}/suppress`, { why: 'by hand', channel: null })
        : allowAgain(),
    onSuccess: (_, on) => {
      if (on) {
        offerUndo(`${person.name || 'This person'} is suppressed everywhere.`, allowAgain);
      }
      return queries.invalidateQueries({ queryKey: ['person', person.id] });
    },
  });
  return (
    <>
      <ProblemNote error={act.error} />
      <button
        className={suppressed ? 'btn' : 'btn btn-outline btn-error'}
        disabled={act.isPending || person.numbers.length === 0}
        onClick={() => act.mutate(!suppressed)}
      >
        {suppressed ? 'Allow again' : 'Suppress'}
      </button>
    </>
  );
}
