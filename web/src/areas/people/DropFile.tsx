import { useMutation, useQueryClient } from '@tanstack/react-query';
import { FileUp } from 'lucide-react';
import { useRef, useState, type DragEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';

/** A place to drop a file, or to choose one; goes on to its import. */
export function DropFile() {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const upload = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return api.upload<Schemas['ProposalView']>('/imports', form);
    },
    onSuccess: (proposal) => {
      queries.setQueryData(['proposal', proposal.of.id], proposal);
      void navigate(`/people/import/${proposal.of.id}`);
    },
  });
  const take = (files: FileList | null) => {
    const file = files?.[0];
    if (file) {
      upload.mutate(file);
    }
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take(event.dataTransfer.files);
  };
  return (
    <div className="flex flex-col gap-3">
      <div
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
        className={`flex flex-col items-center gap-3 rounded-box border-2 border-dashed p-10 ${
          over ? 'border-primary bg-sheet' : 'border-base-300'
        }`}
      >
        <FileUp size={26} className="text-muted" aria-hidden />
        <p>Drop a CSV file here (UTF-8, up to 50 MB)</p>
        <input
          ref={input}
          type="file"
          accept=".csv,.txt,text/csv"
          aria-label="File to import"
          className="hidden"
          onChange={(event) => take(event.target.files)}
        />
        <button
          className="btn btn-primary"
          disabled={upload.isPending}
          onClick={() => input.current?.click()}
        >
          {upload.isPending ? 'Reading it…' : 'Choose a file'}
        </button>
      </div>
      <ProblemNote error={upload.error} />
    </div>
  );
}
