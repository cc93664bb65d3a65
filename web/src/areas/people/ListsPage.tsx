import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { useMay } from '../../api/session';
import { PageHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { day, grouped } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { usePages } from '../../parts/usePages';
import { MoreButton } from '../../parts/MoreButton';
import { DropFile } from './DropFile';
import { FindPeople } from './FindPeople';
import { LastActs } from './LastActs';

/** All lists, and the files they came from. */
export default function ListsPage() {
  const mayChange = useMay('CHANGE_PEOPLE');
  const { zone } = useHouse();
  const lists = useQuery({
    queryKey: ['lists'],
    queryFn: () => api.get<Schemas['ListView'][]>('/lists'),
  });
  const imports = usePages<Schemas['ImportView']>(['imports'], '/imports', 'before');
  return (
    <>
      <PageHead title="People" beside="lists, and the files they came from">
        {mayChange && (
          <Link to="/people/import" className="btn btn-primary">
            Import a file
          </Link>
        )}
      </PageHead>
      <ProblemNote error={lists.error} />
      {lists.data && lists.data.length > 0 && <FindPeople />}
      {lists.data?.length === 0 && mayChange && (
        <section className="mt-6 max-w-3xl">
          <p className="mb-3">
            Nobody is here yet. Drop the file that you were given; nothing has to be deleted from it
            first.
          </p>
          <DropFile />
        </section>
      )}
      <div className="mt-5 grid gap-10 xl:grid-cols-2">
        {lists.data && lists.data.length > 0 && (
          <section>
            <h2 className="section-title mb-2">Lists and filters</h2>
            <table className="table-plain">
              <thead>
                <tr>
                  <th>List</th>
                  <th className="text-right">People</th>
                  <th>Made</th>
                </tr>
              </thead>
              <tbody>
                {lists.data.map((list) => (
                  <tr key={list.id}>
                    <td>
                      <Link className="link-plain" to={`/people/lists/${list.id}`}>
                        {list.name}
                      </Link>
                      {list.filter && <span className="ml-2 text-muted">filter</span>}
                      {list.watched && <span className="ml-2 text-muted">watched folder</span>}
                      {list.users.length > 0 && (
                        <span className="ml-2 text-muted">kept to {list.users.length}</span>
                      )}
                    </td>
                    <td className="figure text-right">{grouped(list.people)}</td>
                    <td className="text-muted">{day(list.createdAt, zone)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
        {imports.rows.length > 0 && (
          <section>
            <h2 className="section-title mb-2">Files</h2>
            <table className="table-plain">
              <thead>
                <tr>
                  <th>File</th>
                  <th className="text-right">Rows</th>
                  <th>What came of it</th>
                </tr>
              </thead>
              <tbody>
                {imports.rows.map((one) => (
                  <tr key={one.id}>
                    <td>
                      <Link className="link-plain" to={`/people/import/${one.id}`}>
                        {one.fileName}
                      </Link>
                    </td>
                    <td className="figure text-right">{grouped(one.rowCount)}</td>
                    <td className="text-muted">{outcome(one)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <MoreButton query={imports} />
            <p className="mt-2">
              <Link className="link-plain" to="/people/mappings">
                How files of a known shape are taken in
              </Link>
            </p>
          </section>
        )}
        <LastActs />
      </div>
    </>
  );
}

function outcome(one: Schemas['ImportView']): string {
  switch (one.state) {
    case 'draft':
      return 'waits to be imported';
    case 'running':
      return `${grouped(one.rowsDone)} rows so far`;
    case 'failed':
      return one.failure ?? 'failed';
    case 'going-back':
      return 'is being taken back';
    case 'taken-back':
      return 'taken back';
    default:
      return `${grouped(one.rowsNew)} new, ${grouped(one.rowsMerged)} merged, ${grouped(one.rowsRejected)} rejected`;
  }
}
