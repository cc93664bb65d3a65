import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { MoreButton } from '../../parts/MoreButton';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { people, spaced } from '../../parts/format';
import { usePages } from '../../parts/usePages';

/** The people of one list. */
export default function ListPage() {
  const id = Number(useParams().id);
  const list = useQuery({
    queryKey: ['list', id],
    queryFn: () => api.get<Schemas['NamedList']>(`/lists/${id}`),
  });
  const rows = usePages<Schemas['PersonRow']>(['people', id], `/people?list=${id}`, 'after');
  if (!list.data) {
    return <ProblemNote error={list.error} />;
  }
  return (
    <>
      <PageHead title={list.data.name} beside={people(list.data.people)} />
      <table className="table-plain mt-4">
        <thead>
          <tr>
            <th>Name</th>
            <th>Number</th>
            <th>E-mail</th>
            <th>Your id</th>
          </tr>
        </thead>
        <tbody>
          {rows.rows.map((row) => (
            <tr key={row.id}>
              <td>
                <Link className="link-plain" to={`/people/${row.id}`}>
                  {row.name || 'no name'}
                </Link>
              </td>
              <td className="figure whitespace-nowrap">
                {spaced(row.number)}
                {row.numbers > 1 && <span className="text-muted"> and {row.numbers - 1} more</span>}
              </td>
              <td>{row.email}</td>
              <td className="figure">{row.ownId}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <MoreButton query={rows} />
    </>
  );
}
