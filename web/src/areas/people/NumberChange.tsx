import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { spaced } from '../../parts/format';
import { useUndo } from '../../parts/undo';

/** What a number is for, and taking it from a person. */
export function NumberChange({
  personId,
  number,
  onDone,
}: {
  personId: number;
  number: Schemas['PersonNumber'];
  onDone: () => void;
}) {
  const [label, setLabel] = useState(number.label);
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const changed = async () => {
    onDone();
    await queries.invalidateQueries({ queryKey: ['person', personId] });
  };
  const save = useMutation({
    mutationFn: () => api.put(`/people/${personId}/numbers/${number.id}/label`, { label }),
    onSuccess: changed,
  });
  const remove = useMutation({
    mutationFn: () => api.delete(`/people/${personId}/numbers/${number.id}`),
    onSuccess: () => {
      offerUndo(`${spaced(number.e164)} is taken off.`, () =>
        api.post(`/people/${personId}/numbers`, { number: number.e164 }),
      );
      return changed();
    },
  });
  return (
    <form
      className="mt-1 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <input
        className="input input-xs w-36"
        aria-label="What this number is for"
        placeholder="mobile, home, fax"
        maxLength={40}
        value={label}
        onChange={(event) => setLabel(event.target.value)}
      />
      <button className="btn btn-xs" disabled={save.isPending}>
        Set
      </button>
      <button
        type="button"
        className="link-plain"
        disabled={remove.isPending}
        onClick={() => remove.mutate()}
      >
        take this number off
      </button>
      <button type="button" className="link-plain" onClick={onDone}>
        leave it
      </button>
      <ProblemNote error={save.error ?? remove.error} />
    </form>
  );
}
