import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { people } from '../../parts/format';
import { AddPerson } from './AddPerson';
import { FilterSentence } from './FilterSentence';
import { FindPeople } from './FindPeople';
import { ListActs } from './ListActs';
import { ListChange } from './ListChange';
import { TakeOut } from './TakeOut';

/** The people of one list, or of whom one filter holds. */
export default function ListPage() {
  const id = Number(useParams().id);
  const mayChange = useMay('CHANGE_PEOPLE');
  const [adding, setAdding] = useState(false);
  const [changing, setChanging] = useState(false);
  const list = useQuery({
    queryKey: ['list', id],
    queryFn: () => api.get<Schemas['ListView']>(`/lists/${id}`),
  });
  if (!list.data) {
    return <ProblemNote error={list.error} />;
  }
  const is = list.data;
  return (
    <>
      <PageHead
        title={is.name}
        beside={`${people(is.people)}${is.filter ? ', a filter: always current' : ''}`}
      >
        {mayChange && (
          <>
            <TakeOut list={id} />
            <ListActs list={is} />
            <button className="btn" onClick={() => setChanging(!changing)}>
              Change
            </button>
            {!is.filter && (
              <button className="btn" onClick={() => setAdding(true)}>
                Add a person
              </button>
            )}
          </>
        )}
      </PageHead>
      {is.filter && <FilterSentence filter={is.filter} />}
      {is.note && <p className="mt-2 max-w-3xl text-muted">{is.note}</p>}
      {is.watched && (
        <p className="mt-2 text-muted">
          Files put into <span className="figure">drop/{is.folder}</span> under the data folder are
          taken in by themselves.
        </p>
      )}
      {changing && <ListChange list={is} onDone={() => setChanging(false)} />}
      <FindPeople list={id} />
      {adding && <AddPerson list={is} onDone={() => setAdding(false)} />}
    </>
  );
}
