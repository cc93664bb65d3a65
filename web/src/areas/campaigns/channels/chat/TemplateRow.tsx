import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../../../api/client';
import { AsTheyGetIt } from '../../brief/AsTheyGetIt';
import { Advice } from '../../brief/Advice';
import type { RowProps } from '../part';
import { NewTemplate } from './NewTemplate';

type Template = Schemas['Template'];

const STATE_WORDS: Record<Template['state'], string> = {
  SUBMITTED: 'waits for the platform',
  APPROVED: 'approved',
  REJECTED: 'rejected',
};

/** The template of a WhatsApp campaign, and what stands in its placeholders. */
export function TemplateRow({ campaign, brief, change }: RowProps) {
  const [writing, setWriting] = useState(false);
  const templates = useQuery({
    queryKey: ['templates'],
    queryFn: () => api.get<Template[]>('/chat/templates'),
    refetchInterval: (query) =>
      query.state.data?.some((one) => one.state === 'SUBMITTED') ? 1_000 : 15_000,
  });
  const chosen = templates.data?.find((one) => one.id === brief.chat?.templateId);
  const choose = (template: Template | undefined) =>
    change(
      template
        ? {
            message: template.body,
            chat: {
              templateId: template.id,
              template: template.name,
              language: template.language,
              fields: placeholders(template.body).map(() => ''),
            },
          }
        : { message: '', chat: null },
    );
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        <select
          className="select select-sm w-72"
          aria-label="Template"
          value={brief.chat?.templateId ?? ''}
          onChange={(event) =>
            choose(templates.data?.find((one) => one.id === Number(event.target.value)))
          }
        >
          <option value="">choose a template</option>
          {templates.data?.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name} ({one.language}) · {STATE_WORDS[one.state]}
            </option>
          ))}
        </select>
        <button className="link-plain" onClick={() => setWriting(!writing)}>
          write a new template
        </button>
      </div>
      {writing && (
        <NewTemplate
          onDone={(template) => {
            setWriting(false);
            choose(template);
          }}
        />
      )}
      {chosen && (
        <>
          <p className="mt-3 rounded-box bg-base-200 px-4 py-2.5 whitespace-pre-wrap">
            {chosen.body}
          </p>
          <p className="mt-1" data-testid="template-state">
            <span className="text-muted">{chosen.category.toLowerCase()}, </span>
            <strong
              className={
                chosen.state === 'REJECTED'
                  ? 'text-error'
                  : chosen.state === 'APPROVED'
                    ? 'text-success'
                    : 'text-warning'
              }
            >
              {STATE_WORDS[chosen.state]}
            </strong>
            {chosen.reason && <>: {chosen.reason}</>}
          </p>
          <Placeholders campaign={campaign} brief={brief} change={change} body={chosen.body} />
        </>
      )}
      <Advice campaign={campaign} message={brief.message} onPlain={() => undefined} />
      <AsTheyGetIt campaign={campaign} />
    </>
  );
}

/** A field for each placeholder, and words for those who leave it blank. */
function Placeholders({ campaign, brief, change, body }: RowProps & { body: string }) {
  const fields = useQuery({
    queryKey: ['fields', campaign.id, brief.lists.join(',')],
    queryFn: () => api.get<string[]>(`/campaigns/${campaign.id}/fields`),
    placeholderData: keepPreviousData,
  });
  const chat = brief.chat;
  if (!chat) {
    return null;
  }
  return (
    <div className="mt-2 flex flex-col gap-1.5">
      {placeholders(body).map((number, index) => {
        const field = chat.fields[index] ?? '';
        const put = (value: string) =>
          change({
            chat: { ...chat, fields: replaced(chat.fields, index, value) },
          });
        return (
          <div key={number} className="flex flex-wrap items-center gap-2">
            <span className="figure w-12">{`{{${number}}}`}</span>
            <select
              className="select select-sm w-48"
              aria-label={`Field for placeholder ${number}`}
              value={field}
              onChange={(event) => put(event.target.value)}
            >
              <option value="">which field?</option>
              {fields.data?.map((one) => (
                <option key={one} value={one}>
                  {one.replaceAll('_', ' ')}
                </option>
              ))}
            </select>
            {field !== '' && (
              <label className="flex items-center gap-2 text-muted">
                blank? say
                <input
                  className="input input-sm w-40 text-base-content"
                  aria-label={`Placeholder ${number} blank? say`}
                  value={brief.whenBlank[field] ?? ''}
                  onChange={(event) =>
                    change({ whenBlank: { ...brief.whenBlank, [field]: event.target.value } })
                  }
                />
              </label>
            )}
          </div>
        );
      })}
    </div>
  );
}

/** The numbers of the placeholders in a body, each once, in order. */
function placeholders(body: string): number[] {
  const found = [...body.matchAll(/\{\{\s*(\d+)\s*\}\}/g)].map((match) => Number(match[1]));
  const most = Math.max(0, ...found);
  return Array.from({ length: most }, (_, index) => index + 1);
}

function replaced(fields: string[], index: number, value: string): string[] {
  const all = [...fields];
  while (all.length <= index) {
    all.push('');
  }
  all[index] = value;
  return all;
}
