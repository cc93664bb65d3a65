import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { api, type Schemas } from '../../../api/client';
import { Advice } from './Advice';
import { AsTheyGetIt } from './AsTheyGetIt';
import { Measured } from './Measured';
import { TextIdeas } from './TextIdeas';
import type { Brief } from './useDraft';

const FIELD = /\{\{\s*([^{}\s]+)\s*\}\}/g;

/** What a campaign says, its merge fields, and how it goes over the air. */
export function MessageRow({
  campaign,
  brief,
  change,
}: {
  campaign: Schemas['Campaign'];
  brief: Brief;
  change: (part: Partial<Brief>) => void;
}) {
  const box = useRef<HTMLTextAreaElement>(null);
  const audience = `${brief.lists.join(',')}`;
  const fields = useQuery({
    queryKey: ['fields', campaign.id, audience],
    queryFn: () => api.get<string[]>(`/campaigns/${campaign.id}/fields`),
    placeholderData: keepPreviousData,
  });
  const used = [...new Set([...brief.message.matchAll(FIELD)].map((match) => match[1] ?? ''))];
  const insert = (field: string) => {
    const at = box.current?.selectionStart ?? brief.message.length;
    const end = box.current?.selectionEnd ?? at;
    change({
      message: `${brief.message.slice(0, at)}{{${field}}}${brief.message.slice(end)}`,
    });
    box.current?.focus();
  };
  return (
    <>
      <textarea
        ref={box}
        id="brief-message"
        className="textarea min-h-24 w-full text-[15px] leading-6"
        value={brief.message}
        placeholder="Say who you are, what it is about, and how to stop."
        onChange={(event) => change({ message: event.target.value })}
      />
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <Measured text={brief.message} />
        <TextIdeas message={brief.message} onUse={(message) => change({ message })} />
        <select
          className="select select-xs ml-auto w-36"
          aria-label="Insert a merge field"
          value=""
          onChange={(event) => insert(event.target.value)}
        >
          <option value="" disabled>
            insert a field
          </option>
          {fields.data?.map((field) => (
            <option key={field} value={field}>
              {field.replaceAll('_', ' ')}
            </option>
          ))}
        </select>
      </div>
      <Advice
        campaign={campaign}
        message={brief.message}
        onPlain={(message) => change({ message })}
      />
      {used.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-x-5 gap-y-2">
          {used.map((field) => (
            <label key={field} className="flex items-center gap-2 text-muted">
              {field.replaceAll('_', ' ')} blank? say
              <input
                className="input input-xs w-36 text-base-content"
                value={brief.whenBlank[field] ?? ''}
                onChange={(event) =>
                  change({ whenBlank: { ...brief.whenBlank, [field]: event.target.value } })
                }
              />
            </label>
          ))}
        </div>
      )}
      <AsTheyGetIt campaign={campaign} />
    </>
  );
}
