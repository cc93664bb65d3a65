import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { Confirm } from '../../parts/Confirm';
import { ProblemNote } from '../../parts/ProblemNote';
import { useUndo } from '../../parts/undo';
import { TextField } from '../setup/TextField';

type Person = Schemas['Person'];

/** Changes what is known of a person, and gives one more number. */
export function PersonEdit({ person, onDone }: { person: Person; onDone: () => void }) {
  const [name, setName] = useState(person.name);
  const [email, setEmail] = useState(person.email);
  const [ownId, setOwnId] = useState(person.ownId);
  const [fields, setFields] = useState(person.fields);
  const [number, setNumber] = useState('');
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const save = useMutation({
    mutationFn: async () => {
      if (number.trim()) {
        await api.post(`/people/${person.id}/numbers`, { number });
      }
      const { version } = await api.get<Person>(`/people/${person.id}`);
      const added = number.trim() ? version : person.version;
      await api.put(`/people/${person.id}`, { version: added, name, email, ownId, fields });
    },
    onSuccess: async () => {
      offerUndo(`${name || 'This person'} is changed.`, () => restore(person));
      await queries.invalidateQueries({ queryKey: ['person', person.id] });
      void queries.invalidateQueries({ queryKey: ['people'] });
      onDone();
    },
  });
  return (
    <Confirm
      title="Change this person"
      action="Save"
      busy={save.isPending}
      onConfirm={() => save.mutate()}
      onLeave={onDone}
    >
      <div className="flex flex-col gap-2">
        <TextField label="Name" value={name} onChange={setName} required={false} />
        <TextField label="E-mail" value={email} onChange={setEmail} required={false} />
        <TextField label="Your id" value={ownId} onChange={setOwnId} required={false} />
        <TextField label="One more number" value={number} onChange={setNumber} required={false} />
        {Object.entries(fields).map(([field, value]) => (
          <TextField
            key={field}
            label={field.replaceAll('_', ' ')}
            value={value}
            onChange={(next) => setFields({ ...fields, [field]: next })}
            required={false}
          />
        ))}
        <ProblemNote error={save.error} />
      </div>
    </Confirm>
  );
}

/** Puts the details back as they were; a number that was added stays. */
async function restore(was: Person): Promise<void> {
  const { version } = await api.get<Person>(`/people/${was.id}`);
  const { name, email, ownId, fields } = was;
  await api.put(`/people/${was.id}`, { version, name, email, ownId, fields });
}
