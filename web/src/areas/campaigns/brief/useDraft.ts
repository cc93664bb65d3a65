import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type Schemas } from '../../../api/client';

export type Brief = Schemas['Brief'];
type Campaign = Schemas['Campaign'];

const SAVE_AFTER_MS = 500;

/** A brief under change: kept as one types, with the version it was made from. */
export function useDraft(campaign: Campaign) {
  const queries = useQueryClient();
  const [brief, setBrief] = useState(campaign.brief);
  const [saved, setSaved] = useState(campaign);
  const kept = useRef(campaign.brief);
  const save = useMutation({
    scope: { id: `draft-${campaign.id}` },
    mutationFn: ({ next, version }: { next: Brief; version: number }) =>
      api.put<Campaign>(`/campaigns/${campaign.id}`, { version, brief: next }),
    onSuccess: (done, { next }) => {
      kept.current = next;
      setSaved(done);
      queries.setQueryData(['campaign', campaign.id], done);
      void queries.invalidateQueries({ queryKey: ['campaigns'] });
    },
  });
  const { mutate, isPending, isError } = save;
  useEffect(() => {
    if (brief === kept.current || isPending || isError) {
      return undefined;
    }
    const timer = setTimeout(() => mutate({ next: brief, version: saved.version }), SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [brief, saved.version, mutate, isPending, isError]);
  const change = useCallback(
    (part: Partial<Brief>) => {
      save.reset();
      setBrief((before) => ({ ...before, ...part }));
    },
    [save],
  );
  return {
    brief,
    change,
    saved,
    /** Whether everything on screen is kept. */
    settled: saved.brief === brief || (!isPending && briefsEqual(saved.brief, brief)),
    error: save.error,
  };
}

function briefsEqual(a: Brief, b: Brief): boolean {
  const plain = (brief: Brief) => JSON.stringify(normal(brief));
  return plain(a) === plain(b);
}

/** The server gives times with seconds and sets in any order. */
function normal(brief: Brief) {
  return {
    ...Object.fromEntries(Object.entries(brief).sort(([a], [b]) => a.localeCompare(b))),
    name: brief.name.trim(),
    hoursFrom: brief.hoursFrom.slice(0, 5),
    hoursTo: brief.hoursTo.slice(0, 5),
    hoursDays: [...brief.hoursDays].sort(),
    lists: [...brief.lists].sort((a, b) => a - b),
    whenBlank: Object.entries(brief.whenBlank).sort(([a], [b]) => a.localeCompare(b)),
    startAt: brief.startAt ? Date.parse(brief.startAt) : null,
    startAtOwn: brief.startAtOwn?.slice(0, 16) ?? null,
  };
}
