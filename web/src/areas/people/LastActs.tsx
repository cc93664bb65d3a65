import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { ProblemNote } from '../../parts/ProblemNote';
import { dayAndTime, people } from '../../parts/format';
import { useHouse } from '../../parts/house';

const WORDS: Record<Schemas['Act']['kind'], (about: string) => string> = {
  PUT_ON_LIST: (about) => `put on ${about}`,
  TAKE_OFF_LIST: (about) => `taken off ${about}`,
  TAG: (about) => `tagged “${about}”`,
  UNTAG: (about) => `no longer tagged “${about}”`,
  DELETE_PEOPLE: () => 'deleted',
};

/** What was done to many people lately, and can still be taken back. */
export function LastActs() {
  const may = useMay('CHANGE_PEOPLE');
  const { zone } = useHouse();
  const queries = useQueryClient();
  const acts = useQuery({
    queryKey: ['acts'],
    queryFn: () => api.get<Schemas['Act'][]>('/acts'),
    refetchInterval: (query) =>
      query.state.data?.some((act) => act.state.startsWith('going')) ? 700 : false,
  });
  const back = useMutation({
    mutationFn: (id: number) => api.post(`/acts/${id}/take-back`),
    onSuccess: () => queries.invalidateQueries(),
  });
  if (!acts.data || acts.data.length === 0) {
    return null;
  }
  return (
    <section>
      <h2 className="section-title mb-2">Done to many</h2>
      <ProblemNote error={back.error} />
      {acts.data.slice(0, 8).map((act) => (
        <p key={act.id} className="row-line flex flex-wrap gap-3 py-1.5">
          <span>
            {people(act.people)} {WORDS[act.kind](act.words)}
          </span>
          <span className="text-muted">{dayAndTime(act.madeAt, zone)}</span>
          {act.state === 'going' && <span className="text-info">under way</span>}
          {act.state === 'going-back' && <span className="text-info">being taken back</span>}
          {act.state === 'taken-back' && <span className="text-muted">taken back</span>}
          {may && act.state === 'done' && (
            <button className="link-plain" onClick={() => back.mutate(act.id)}>
              take it back
            </button>
          )}
        </p>
      ))}
    </section>
  );
}
