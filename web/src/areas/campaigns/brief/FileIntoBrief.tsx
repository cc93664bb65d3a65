import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type DragEvent } from 'react';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { ProblemNote } from '../../../parts/ProblemNote';
import { grouped } from '../../../parts/format';
import { ImportDesk } from '../../people/ImportDesk';

/** A file dropped into a brief: taken in here, and its list becomes the audience. */
export function FileIntoBrief({ onList }: { onList: (list: number) => void }) {
  const may = useMay('CHANGE_PEOPLE');
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [id, setId] = useState<number>();
  const queries = useQueryClient();
  const upload = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return api.upload<Schemas['ProposalView']>('/imports', form);
    },
    onSuccess: (proposal) => {
      queries.setQueryData(['proposal', proposal.of.id], proposal);
      setId(proposal.of.id);
    },
  });
  if (!may) {
    return null;
  }
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const file = event.dataTransfer.files[0];
    if (file) {
      upload.mutate(file);
    }
  };
  return (
    <>
      <div
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
        className={`mt-2 rounded-field border border-dashed px-3 py-1.5 text-muted ${over ? 'border-primary bg-base-200' : 'border-base-300'}`}
      >
        {upload.isPending ? 'Reading the file…' : 'or drop a file here, or '}
        <button className="link-plain" onClick={() => input.current?.click()}>
          choose one
        </button>
        <input
          ref={input}
          type="file"
          accept=".csv,.tsv,.txt,.xlsx,.xls,.vcf"
          aria-label="File for the audience"
          className="hidden"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) {
              upload.mutate(file);
            }
          }}
        />
      </div>
      <ProblemNote error={upload.error} />
      {id !== undefined && (
        <OnTheDesk
          id={id}
          onTaken={(list) => {
            setId(undefined);
            onList(list);
          }}
          onPutAside={() => setId(undefined)}
        />
      )}
    </>
  );
}

function OnTheDesk({
  id,
  onTaken,
  onPutAside,
}: {
  id: number;
  onTaken: (list: number) => void;
  onPutAside: () => void;
}) {
  const { data: is } = useQuery({
    queryKey: ['import', id],
    queryFn: () => api.get<Schemas['ImportView']>(`/imports/${id}`),
    refetchInterval: (query) => (query.state.data?.state === 'running' ? 400 : false),
  });
  const list = is?.state === 'done' ? is.listId : null;
  const state = is?.state;
  useEffect(() => {
    if (list !== null) {
      onTaken(list);
    }
    if (state === 'discarded') {
      onPutAside();
    }
  }, [list, state, onTaken, onPutAside]);
  if (!is) {
    return null;
  }
  if (is.state === 'running') {
    return (
      <p className="mt-2" role="status">
        Taking {is.fileName} in: {grouped(is.rowsDone)} of {grouped(is.rowCount)} rows
      </p>
    );
  }
  return is.state === 'draft' ? (
    <div className="sheet mt-3 max-h-[480px] overflow-auto px-4 py-3">
      <ImportDesk of={is} onPutAside={onPutAside} />
    </div>
  ) : null;
}
