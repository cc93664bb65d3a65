import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../../../api/client';
import { ProblemNote } from '../../../../parts/ProblemNote';

type Category = NonNullable<Schemas['TemplateBody']['category']>;

/** Writes a template and submits it to the platform, which approves or rejects it. */
export function NewTemplate({ onDone }: { onDone: (template: Schemas['Template']) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [category, setCategory] = useState<Category>('UTILITY');
  const [language, setLanguage] = useState('en');
  const [body, setBody] = useState('');
  const submit = useMutation({
    mutationFn: () =>
      api.post<Schemas['Template']>('/chat/templates', { name, category, language, body }),
    onSuccess: async (template) => {
      await queries.invalidateQueries({ queryKey: ['templates'] });
      onDone(template);
    },
  });
  return (
    <div className="mt-3 flex flex-col gap-2 rounded-box border border-base-300 px-4 py-3">
      <div className="flex flex-wrap items-center gap-2">
        <input
          className="input input-sm w-56"
          aria-label="Name of the template"
          placeholder="name, such as winter_boats"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <select
          className="select select-sm w-40"
          aria-label="Category"
          value={category}
          onChange={(event) => setCategory(event.target.value as Category)}
        >
          <option value="UTILITY">utility</option>
          <option value="MARKETING">marketing</option>
          <option value="AUTHENTICATION">authentication</option>
        </select>
        <select
          className="select select-sm w-32"
          aria-label="Language"
          value={language}
          onChange={(event) => setLanguage(event.target.value)}
        >
          {['en', 'en_GB', 'en_US', 'sv', 'da', 'de', 'fr', 'nl'].map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </div>
      <textarea
        className="textarea min-h-20 w-full"
        aria-label="Body of the template"
        placeholder={'Hello {{1}}, the winter boats run from {{2}} on. …'}
        maxLength={1024}
        value={body}
        onChange={(event) => setBody(event.target.value)}
      />
      <p className="text-[12px] text-muted">
        Placeholders are numbered {'{{1}}, {{2}}'}, never at the beginning or the end, never two
        side by side. What promotes something is marketing. Rules of the platform, from memory.
      </p>
      <ProblemNote error={submit.error} />
      <button
        className="btn btn-sm self-start"
        disabled={submit.isPending || name === '' || body === ''}
        onClick={() => submit.mutate()}
      >
        Submit it to the platform
      </button>
    </div>
  );
}
