import { useMutation, useQueryClient } from '@tanstack/react-query';
import { FileUp } from 'lucide-react';
import { useRef, useState, type DragEvent } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { ProblemNote } from '../../parts/ProblemNote';
import { PasteLines } from './PasteLines';

const ACCEPTED = '.csv,.tsv,.txt,.xlsx,.xls,.vcf';

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
        <p>Drop a file here: CSV or other text, XLSX, XLS or vCard, as it is, up to 200 MB</p>
        <input
          ref={input}
          type="file"
          accept={ACCEPTED}
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
      <PasteLines />
      <p className="text-muted">
        Starting from nothing?{' '}
        <a className="link-plain" href="/api/v1/imports/template.xlsx" download>
          A sheet to fill in
        </a>{' '}
        (
        <a className="link-plain" href="/api/v1/imports/template.csv" download>
          the same as CSV
        </a>
        )
      </p>
    </div>
  );
}
