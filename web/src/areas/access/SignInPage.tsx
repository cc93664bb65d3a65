import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api } from '../../api/client';
import type { Session } from '../../api/session';
import { ProblemNote } from '../../parts/ProblemNote';

/** Signing in, or making the first account of an empty house. */
export function SignInPage({ session }: { session: Session }) {
  const queries = useQueryClient();
  const [login, setLogin] = useState('');
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const first = session.firstAccount;
  const enter = useMutation({
    mutationFn: () =>
      first
        ? api.post<Session>('/first-account', { login, name, password, code })
        : api.post<Session>('/session', { login, password }),
    onSuccess: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    enter.mutate();
  };
  return (
    <main className="grid min-h-screen place-items-center">
      <form onSubmit={submit} className="sheet flex w-96 flex-col gap-3 p-7">
        <h1 className="text-[22px] font-bold">{first ? 'The first account' : 'gemba'}</h1>
        <p className="text-muted">
          {first
            ? 'Nobody can sign in yet. This account will administer the house.'
            : 'Sign in to go on.'}
        </p>
        {first && session.codeNeeded && (
          <Field label="Code from the console" value={code} onChange={setCode} />
        )}
        {first && <Field label="Your name" value={name} onChange={setName} autoComplete="name" />}
        <Field label="Login" value={login} onChange={setLogin} autoComplete="username" />
        <Field
          label={first ? 'Password, at least 10 characters' : 'Password'}
          value={password}
          onChange={setPassword}
          type="password"
          autoComplete={first ? 'new-password' : 'current-password'}
        />
        <ProblemNote error={enter.error} />
        <button className="btn btn-primary" disabled={enter.isPending}>
          {first ? 'Make the account' : 'Sign in'}
        </button>
      </form>
    </main>
  );
}

function Field({
  label,
  value,
  onChange,
  type = 'text',
  autoComplete = 'off',
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: string;
  autoComplete?: string;
}) {
  return (
    <label className="flex flex-col gap-1 font-semibold">
      {label}
      <input
        className="input w-full font-normal"
        type={type}
        value={value}
        required
        autoComplete={autoComplete}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
