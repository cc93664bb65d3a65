import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';

const KEY = 'gemba.people.columns';
const USUAL = ['number', 'email', 'ownId'];
const BUILT_IN: [string, string][] = [
  ['number', 'Number'],
  ['email', 'E-mail'],
  ['ownId', 'Your id'],
  ['tags', 'Tags'],
  ['lastContact', 'Last contact'],
  ['lastOutcome', 'How it ended'],
];

/** Which columns of people are shown, remembered on this machine. */
export function useShownColumns() {
  const [keys, setKeys] = useState<string[]>(remembered);
  const fields = useQuery({
    queryKey: ['fields'],
    queryFn: () => api.get<Schemas['Field'][]>('/fields'),
  });
  const offered: [string, string][] = [
    ...BUILT_IN,
    ...(fields.data ?? []).map((field): [string, string] => [`field:${field.key}`, field.name]),
  ];
  return {
    offered,
    shown: offered.filter(([key]) => keys.includes(key)),
    toggle: (key: string) => {
      const next = keys.includes(key) ? keys.filter((one) => one !== key) : [...keys, key];
      setKeys(next);
      localStorage.setItem(KEY, next.join(','));
    },
  };
}

export type ShownColumns = ReturnType<typeof useShownColumns>;

function remembered(): string[] {
  const kept = localStorage.getItem(KEY);
  return kept === null ? USUAL : kept.split(',');
}
