import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { Confirm } from '../../parts/Confirm';
import { ProblemNote } from '../../parts/ProblemNote';
import { grouped } from '../../parts/format';

/** Takes an import back whole, or says why that is no longer possible. */
export function TakeBackImport({ of }: { of: Schemas['ImportView'] }) {
  const [asked, setAsked] = useState(false);
  const queries = useQueryClient();
  const running = of.state === 'running';
  const hindrance = useQuery({
    queryKey: ['import-hindrance', of.id],
    queryFn: () => api.get<Schemas['HindranceView']>(`/imports/${of.id}/take-back`),
    enabled: asked,
    staleTime: 0,
  });
  const takeBack = useMutation({
    mutationFn: () => api.post<Schemas['ImportView']>(`/imports/${of.id}/take-back`),
    onSuccess: (now) => {
      queries.setQueryData(['import', of.id], now);
      void queries.invalidateQueries({ queryKey: ['imports'] });
      setAsked(false);
    },
  });
  const why = hindrance.data?.why;
  return (
    <>
      <button className="btn" onClick={() => setAsked(true)}>
        {running ? 'Stop and take back' : 'Take it back'}
      </button>
      {asked && why && (
        <Confirm
          title="It cannot be taken back"
          action="All right"
          onConfirm={() => setAsked(false)}
          onLeave={() => setAsked(false)}
        >
          <p>{why}</p>
        </Confirm>
      )}
      {asked && hindrance.data && !why && (
        <Confirm
          title={running ? 'Stop this import?' : 'Take this import back?'}
          action={running ? 'Stop and take back' : 'Take it back'}
          danger
          busy={takeBack.isPending}
          onConfirm={() => takeBack.mutate()}
          onLeave={() => setAsked(false)}
        >
          <p>
            {grouped(of.rowsNew)} people whom it brought go again, {grouped(of.rowsMerged)} rows
            that changed somebody known are undone, and what it said of agreement no longer counts.
            {running && ' The rest of the file is not taken in.'}
          </p>
          <ProblemNote error={takeBack.error} />
        </Confirm>
      )}
    </>
  );
}
