import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../api/client';

/** A list that is there, or the name of a new one. */
export interface ChosenList {
  id?: number;
  name: string;
}

/** Onto which list a file goes. */
export function ListChoice({
  value,
  onChange,
}: {
  value: ChosenList;
  onChange: (list: ChosenList) => void;
}) {
  const lists = useQuery({
    queryKey: ['lists'],
    queryFn: () => api.get<Schemas['ListView'][]>('/lists'),
  });
  return (
    <div className="flex items-center gap-2">
      <label className="flex items-center gap-2">
        <span className="w-32 text-muted">Onto</span>
        <select
          className="select select-sm w-56"
          value={value.id ?? ''}
          onChange={(event) => {
            const list = lists.data?.find((one) => one.id === Number(event.target.value));
            onChange(list ? { id: list.id, name: list.name } : { name: value.name });
          }}
        >
          <option value="">a new list</option>
          {lists.data?.map((list) => (
            <option key={list.id} value={list.id}>
              {list.name}
            </option>
          ))}
        </select>
      </label>
      {value.id === undefined && (
        <input
          className="input input-sm w-72"
          aria-label="Name of the new list"
          value={value.name}
          onChange={(event) => onChange({ name: event.target.value })}
        />
      )}
    </div>
  );
}
