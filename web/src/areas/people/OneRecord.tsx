import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { Confirm } from '../../parts/Confirm';
import { ProblemNote } from '../../parts/ProblemNote';

/** A person's whole record as a file for them, and forgetting them for good. */
export function OneRecord({ person }: { person: Schemas['Person'] }) {
  const [asking, setAsking] = useState(false);
  const queries = useQueryClient();
  const forget = useMutation({
    mutationFn: () => api.post(`/people/${person.id}/forget`),
    onSuccess: () => {
      setAsking(false);
      return queries.invalidateQueries({ queryKey: ['person', person.id] });
    },
  });
  return (
    <>
      <a className="btn" href={`/api/v1/people/${person.id}/record.json`} download>
        Their record
      </a>
      {!person.forgotten && (
        <button className="btn" onClick={() => setAsking(true)}>
          Forget
        </button>
      )}
      {asking && (
        <Confirm
          title={`Forget ${person.name || 'this person'}?`}
          action="Forget for good"
          danger
          busy={forget.isPending}
          onConfirm={() => forget.mutate()}
          onLeave={() => setAsking(false)}
        >
          <p>
            Their name, numbers, mail, fields, tags and what was written to and by them go for good,
            also from the files they came in. What was counted stays counted. Their numbers stay
            suppressed in a form that reveals nothing, should they ever come again.
          </p>
          <p className="mt-2 font-semibold">This cannot be taken back.</p>
          <ProblemNote error={forget.error} />
        </Confirm>
      )}
    </>
  );
}
