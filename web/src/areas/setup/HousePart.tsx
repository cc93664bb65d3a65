import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { TextField } from './TextField';

type House = Schemas['HouseBody'];

/** The house's name, clock, country and currency. */
export function HousePart({ mayChange }: { mayChange: boolean }) {
  const house = useQuery({ queryKey: ['house'], queryFn: () => api.get<House>('/house') });
  return (
    <section>
      <h2 className="section-title mb-2">House</h2>
      {house.data && (
        <HouseForm key={house.data.version} house={house.data} mayChange={mayChange} />
      )}
    </section>
  );
}

function HouseForm({ house, mayChange }: { house: House; mayChange: boolean }) {
  const queries = useQueryClient();
  const [draft, setDraft] = useState(house);
  const save = useMutation({
    mutationFn: () => api.put<House>('/house', draft),
    onSuccess: (saved) => queries.setQueryData(['house'], saved),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  const set = (part: Partial<House>) => setDraft({ ...draft, ...part });
  return (
    <form onSubmit={submit}>
      <fieldset disabled={!mayChange} className="flex flex-col gap-2">
        <TextField label="Name" value={draft.name} onChange={(name) => set({ name })} />
        <TextField label="Time zone" value={draft.zone} onChange={(zone) => set({ zone })} />
        <TextField
          label="Default country"
          value={draft.region ?? ''}
          onChange={(region) => set({ region: region.toUpperCase() })}
        />
        <TextField
          label="Currency"
          value={draft.currency ?? ''}
          onChange={(currency) => set({ currency: currency.toUpperCase() })}
        />
        <ProblemNote error={save.error} />
        {mayChange && <button className="btn btn-sm self-start">Save the house</button>}
      </fieldset>
    </form>
  );
}
