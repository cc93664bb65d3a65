import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useRef, type ReactNode } from 'react';
import { api, type Schemas } from '../../../api/client';
import type { Brief } from './useDraft';

const FIELD = /\{\{\s*([^{}\s]+)\s*\}\}/g;

/** A text with merge fields, and the words for those who leave one blank. */
export function MergeTextBox({
  campaign,
  brief,
  change,
  placeholder,
  children,
  below,
}: {
  campaign: Schemas['Campaign'];
  brief: Brief;
  change: (part: Partial<Brief>) => void;
  placeholder: string;
  /** Beside the fields that can be inserted. */
  children?: ReactNode;
  /** Between the text and the words for blanks. */
  below?: ReactNode;
}) {
  const box = useRef<HTMLTextAreaElement>(null);
  const fields = useQuery({
    queryKey: ['fields', campaign.id, brief.lists.join(',')],
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
        placeholder={placeholder}
        onChange={(event) => change({ message: event.target.value })}
      />
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        {children}
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
      {below}
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
    </>
  );
}
