import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';

/** Numbers pasted from anywhere, one a line, with or without names. */
export function PasteLines() {
  const [text, setText] = useState('');
  const navigate = useNavigate();
  const queries = useQueryClient();
  const paste = useMutation({
    mutationFn: () => api.post<Schemas['ProposalView']>('/imports/pasted', { name: '', text }),
    onSuccess: (proposal) => {
      queries.setQueryData(['proposal', proposal.of.id], proposal);
      void navigate(`/people/import/${proposal.of.id}`);
    },
  });
  return (
    <div className="flex flex-col gap-2">
      <label className="flex flex-col gap-1">
        <span className="text-muted">Or paste numbers, one a line, with or without names</span>
        <textarea
          className="textarea figure h-24 w-full"
          placeholder={'+1 207 555 0101 Oona Wick\n(207) 555-0102'}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      {text.trim() !== '' && (
        <button
          className="btn self-start"
          disabled={paste.isPending}
          onClick={() => paste.mutate()}
        >
          Read {text.split('\n').filter((line) => line.trim() !== '').length} lines
        </button>
      )}
      <ProblemNote error={paste.error} />
    </div>
  );
}
