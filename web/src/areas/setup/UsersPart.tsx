import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { TextField } from './TextField';

type Account = Schemas['Account'];
type Role = Schemas['NewUser']['role'];

const ROLES: { role: Role; words: string }[] = [
  { role: 'OPERATOR', words: 'operator: imports, composes, launches' },
  { role: 'SUPERVISOR', words: 'supervisor: sees everything, may brake' },
  { role: 'READER', words: 'reader: sees results, numbers masked' },
  { role: 'AGENT', words: 'agent: takes calls' },
  { role: 'ADMINISTRATOR', words: 'administrator: all of it' },
];

/** Who works here. */
export function UsersPart() {
  const queries = useQueryClient();
  const users = useQuery({ queryKey: ['users'], queryFn: () => api.get<Account[]>('/users') });
  const [login, setLogin] = useState('');
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [role, setRole] = useState<Role>('OPERATOR');
  const add = useMutation({
    mutationFn: () => api.post<Account>('/users', { login, name, password, role }),
    onSuccess: () => {
      setLogin('');
      setName('');
      setPassword('');
      void queries.invalidateQueries({ queryKey: ['users'] });
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <section>
      <h2 className="section-title mb-2">Users</h2>
      <ul className="mb-3">
        {users.data?.map((user) => (
          <li key={user.id} className="row-line flex gap-4 py-1.5">
            <span>{user.name}</span>
            <span className="text-muted">{user.login}</span>
            <span className="ml-auto text-muted">{user.role.toLowerCase()}</span>
          </li>
        ))}
      </ul>
      <form onSubmit={submit} className="flex flex-col gap-2">
        <TextField label="Name" value={name} onChange={setName} />
        <TextField label="Login" value={login} onChange={setLogin} />
        <TextField label="Password" value={password} onChange={setPassword} type="password" />
        <label className="flex items-center gap-3">
          <span className="w-36 text-muted">Role</span>
          <select
            className="select select-sm w-64"
            value={role}
            onChange={(event) => setRole(event.target.value as Role)}
          >
            {ROLES.map((one) => (
              <option key={one.role} value={one.role}>
                {one.words}
              </option>
            ))}
          </select>
        </label>
        <ProblemNote error={add.error} />
        <button className="btn btn-sm self-start">Add the user</button>
      </form>
    </section>
  );
}
