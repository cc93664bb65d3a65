import { useDeferredValue, useRef, useState } from 'react';
import { Key } from '../../parts/Key';
import { MoreButton } from '../../parts/MoreButton';
import { PickBar } from '../../parts/PickBar';
import { ProblemNote } from '../../parts/ProblemNote';
import type { Schemas } from '../../api/client';
import { useKey } from '../../parts/useKey';
import { usePages } from '../../parts/usePages';
import { usePicked } from '../../parts/usePicked';
import { PeopleTable } from './PeopleTable';

/** The people of a list, or all, found by name, number, mail or id as one types. */
export function FindPeople({ list }: { list?: number }) {
  const [typed, setTyped] = useState('');
  const settled = useDeferredValue(typed.trim());
  const box = useRef<HTMLInputElement>(null);
  const picked = usePicked();
  useKey('/', 'find people', () => box.current?.focus());
  const query = new URLSearchParams({
    ...(list === undefined ? {} : { list: String(list) }),
    ...(settled ? { q: settled } : {}),
  }).toString();
  const pages = usePages<Schemas['PersonRow']>(
    ['people', list ?? 'all', settled],
    query ? `/people?${query}` : '/people',
    'after',
    list !== undefined || settled !== '',
  );
  return (
    <>
      <label className="input input-sm mt-4 w-96">
        <span className="sr-only">Find people</span>
        <input
          ref={box}
          type="search"
          placeholder="Find by name, number, e-mail or id"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Key>/</Key>
      </label>
      <PickBar picked={picked.picked} onClear={picked.clear} />
      <ProblemNote error={pages.error} />
      {pages.isSuccess && pages.rows.length === 0 && (
        <p className="mt-4 text-muted">
          {settled ? `Nobody here is called “${settled}”.` : 'Nobody is on this list yet.'}
        </p>
      )}
      {pages.rows.length > 0 && (
        <PeopleTable
          rows={pages.rows}
          isPicked={picked.has}
          onToggle={picked.toggle}
          onAll={picked.all}
        />
      )}
      <MoreButton query={pages} />
    </>
  );
}
