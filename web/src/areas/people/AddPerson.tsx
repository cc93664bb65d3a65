import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { Confirm } from '../../parts/Confirm';
import { ProblemNote } from '../../parts/ProblemNote';
import { TextField } from '../setup/TextField';

/** Adds one person by hand. Somebody with this number or id is added to, not made twice. */
export function AddPerson({ list, onDone }: { list: Schemas['ListView']; onDone: () => void }) {
  const [name, setName] = useState('');
  const [number, setNumber] = useState('');
  const [email, setEmail] = useState('');
  const [ownId, setOwnId] = useState('');
  const queries = useQueryClient();
  const navigate = useNavigate();
  const add = useMutation({
    mutationFn: () =>
      api.post<Schemas['Added']>('/people', { name, number, email, ownId, listId: list.id }),
    onSuccess: (added) => {
      void queries.invalidateQueries({ queryKey: ['people'] });
      void queries.invalidateQueries({ queryKey: ['list', list.id] });
      void navigate(`/people/${added.id}`);
    },
  });
  return (
    <Confirm
      title={`Add a person to ${list.name}`}
      action="Add"
      busy={add.isPending}
      onConfirm={() => add.mutate()}
      onLeave={onDone}
    >
      <div className="flex flex-col gap-2">
        <TextField label="Name" value={name} onChange={setName} />
        <TextField label="Number" value={number} onChange={setNumber} />
        <TextField label="E-mail" value={email} onChange={setEmail} required={false} />
        <TextField label="Your id" value={ownId} onChange={setOwnId} required={false} />
        <ProblemNote error={add.error} />
      </div>
    </Confirm>
  );
}
