import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../../api/client';
import { ProblemNote } from '../../../parts/ProblemNote';
import { useUndo } from '../../../parts/undo';

/** Texts of the house: used again with one click, and kept with a note what they are for. */
export function TextIdeas({
  message,
  onUse,
}: {
  message: string;
  onUse: (message: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState('');
  const queries = useQueryClient();
  const offerUndo = useUndo();
  const ideas = useQuery({
    queryKey: ['text-ideas'],
    queryFn: () => api.get<Schemas['TextIdea'][]>('/text-ideas'),
    enabled: open,
  });
  const changed = () => queries.invalidateQueries({ queryKey: ['text-ideas'] });
  const keep = useMutation({
    mutationFn: () => api.post('/text-ideas', { text: message, note }),
    onSuccess: () => {
      setNote('');
      return changed();
    },
  });
  const remove = useMutation({
    mutationFn: (idea: Schemas['TextIdea']) => api.delete(`/text-ideas/${idea.id}`),
    onSuccess: (_, { text, note: about }) => {
      offerUndo('A text of the house is thrown away.', () =>
        api.post('/text-ideas', { text, note: about }),
      );
      return changed();
    },
  });
  if (!open) {
    return (
      <button className="link-plain" onClick={() => setOpen(true)}>
        texts of the house
      </button>
    );
  }
  return (
    <div className="sheet mt-2 w-full px-3 py-2" role="group" aria-label="Texts of the house">
      {ideas.data?.length === 0 && <p className="text-muted">None is kept yet.</p>}
      <ul className="max-h-48 overflow-auto">
        {ideas.data?.map((idea) => (
          <li key={idea.id} className="row-line flex items-baseline gap-3 py-1 first:border-t-0">
            <button className="link-plain shrink-0" onClick={() => onUse(idea.text)}>
              use
            </button>
            <span className="min-w-0">
              {idea.text} <span className="text-muted">{idea.note}</span>
            </span>
            <button
              className="ml-auto text-muted hover:text-error"
              aria-label={`Throw away: ${idea.note || idea.text}`}
              onClick={() => remove.mutate(idea)}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <div className="row-line mt-1 flex items-center gap-2 pt-2">
        <input
          className="input input-xs w-56"
          aria-label="What this text is for"
          placeholder="what this text is for"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <button
          className="btn btn-xs"
          disabled={message.trim() === '' || keep.isPending}
          onClick={() => keep.mutate()}
        >
          Keep this text
        </button>
        <button className="link-plain ml-auto" onClick={() => setOpen(false)}>
          close
        </button>
      </div>
      <ProblemNote error={keep.error ?? remove.error} />
    </div>
  );
}
