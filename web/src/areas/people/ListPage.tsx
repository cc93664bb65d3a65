import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { people } from '../../parts/format';
import { AddPerson } from './AddPerson';
import { FindPeople } from './FindPeople';

/** The people of one list. */
export default function ListPage() {
  const id = Number(useParams().id);
  const mayChange = useMay('CHANGE_PEOPLE');
  const [adding, setAdding] = useState(false);
  const list = useQuery({
    queryKey: ['list', id],
    queryFn: () => api.get<Schemas['NamedList']>(`/lists/${id}`),
  });
  if (!list.data) {
    return <ProblemNote error={list.error} />;
  }
  return (
    <>
      <PageHead title={list.data.name} beside={people(list.data.people)}>
        {mayChange && (
          <button className="btn" onClick={() => setAdding(true)}>
            Add a person
          </button>
        )}
      </PageHead>
      <FindPeople list={id} />
      {adding && <AddPerson list={list.data} onDone={() => setAdding(false)} />}
    </>
  );
}
