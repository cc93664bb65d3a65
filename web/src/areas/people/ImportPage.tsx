import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { DropFile } from './DropFile';
import { ImportDesk } from './ImportDesk';
import { ImportOutcome } from './ImportOutcome';

/** One file on its way in: chosen, mapped, taken in, counted. */
export default function ImportPage() {
  const { id } = useParams();
  const mayChange = useMay('CHANGE_PEOPLE');
  if (!id && !mayChange) {
    return <PageHead title="Import a file" beside="your role looks on; an operator imports" />;
  }
  if (!id) {
    return (
      <>
        <PageHead title="Import a file" />
        <section className="mt-5 max-w-3xl">
          <DropFile />
        </section>
      </>
    );
  }
  return <OneImport key={id} id={Number(id)} />;
}

function OneImport({ id }: { id: number }) {
  const state = useQuery({
    queryKey: ['import', id],
    queryFn: () => api.get<Schemas['ImportView']>(`/imports/${id}`),
    refetchInterval: (query) =>
      query.state.data?.state === 'running' || query.state.data?.state === 'going-back'
        ? 500
        : false,
  });
  if (state.error) {
    return <ProblemNote error={state.error} />;
  }
  if (!state.data) {
    return null;
  }
  return state.data.state === 'draft' ? (
    <ImportDesk of={state.data} />
  ) : (
    <ImportOutcome of={state.data} />
  );
}
