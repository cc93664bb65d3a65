import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { Confirm } from '../../parts/Confirm';
import { ProblemNote } from '../../parts/ProblemNote';
import { people } from '../../parts/format';
import { useUndo } from '../../parts/undo';

type What = 'empty' | 'delete' | 'people';

/** Emptying a list, deleting it, and deleting its people: three things, each said before it is done. */
export function ListActs({ list }: { list: Schemas['ListView'] }) {
  const [what, setWhat] = useState<What>();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const offerUndo = useUndo();
  const act = useMutation({
    mutationFn: async (of: What) => {
      if (of === 'delete') {
        await api.delete(`/lists/${list.id}`);
        return () => api.post(`/lists/${list.id}/bring-back`);
      }
      const begun = await api.post<Schemas['Act']>('/acts', {
        kind: of === 'empty' ? 'TAKE_OFF_LIST' : 'DELETE_PEOPLE',
        selection: { ids: null, list: list.id, filter: null, q: '' },
        list: of === 'empty' ? list.id : null,
        tag: null,
        expected: list.people,
      });
      return () => api.post(`/acts/${begun.id}/take-back`);
    },
    onSuccess: (takeBack, of) => {
      offerUndo(`${list.name}: ${WORDS[of].done}.`, takeBack);
      setWhat(undefined);
      if (of === 'delete') {
        void navigate('/people');
        void queries.invalidateQueries({ queryKey: ['lists'] });
      } else {
        void queries.invalidateQueries();
      }
    },
  });
  const filter = list.filter !== null;
  return (
    <>
      <select
        className="select w-44"
        aria-label="Empty or delete"
        value=""
        onChange={(event) => setWhat(event.target.value as What)}
      >
        <option value="">{filter ? 'delete…' : 'empty or delete…'}</option>
        {!filter && <option value="empty">Empty the list</option>}
        <option value="delete">{filter ? 'Delete the filter' : 'Delete the list'}</option>
        <option value="people">Delete the people</option>
      </select>
      {what && (
        <Confirm
          title={`${WORDS[what].action}?`}
          action={WORDS[what].action}
          danger
          busy={act.isPending}
          onConfirm={() => act.mutate(what)}
          onLeave={() => setWhat(undefined)}
        >
          <p>
            {what === 'empty' &&
              `${people(list.people)} come off “${list.name}”. The list stays, and so do the people.`}
            {what === 'delete' &&
              `“${list.name}” goes. The ${people(list.people)} on it stay, and so does what they agreed to.`}
            {what === 'people' &&
              `${people(list.people)} are deleted: their names, numbers, fields and tags go, and they come off every list. What was sent to them stays counted.`}
          </p>
          <p className="mt-2 text-muted">
            {what === 'delete'
              ? 'It can be brought back.'
              : 'It can be taken back for seven days, under People.'}
          </p>
          <ProblemNote error={act.error} />
        </Confirm>
      )}
    </>
  );
}

const WORDS: Record<What, { action: string; done: string }> = {
  empty: { action: 'Empty the list', done: 'emptied' },
  delete: { action: 'Delete the list', done: 'deleted' },
  people: { action: 'Delete the people', done: 'its people are deleted' },
};
