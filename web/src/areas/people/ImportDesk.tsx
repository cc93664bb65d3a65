import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { PageHead, PartHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { grouped } from '../../parts/format';
import { AgreementLine, type Agreement } from './AgreementLine';
import { ImportTable, type Role } from './ImportTable';
import { ListChoice, type ChosenList } from './ListChoice';

type Proposal = Schemas['ProposalView'];

/** A file on the desk: its own rows, what each column becomes, and where it goes. */
export function ImportDesk({
  of,
  onPutAside,
}: {
  of: Schemas['ImportView'];
  /** Where the desk is part of another page, what to do when the file is put aside. */
  onPutAside?: () => void;
}) {
  const proposal = useQuery({
    queryKey: ['proposal', of.id],
    queryFn: () => api.get<Proposal>(`/imports/${of.id}/proposal`),
    staleTime: Infinity,
  });
  if (!proposal.data) {
    return <ProblemNote error={proposal.error} />;
  }
  return <Desk proposal={proposal.data} onPutAside={onPutAside} />;
}

function Desk({
  proposal,
  onPutAside,
}: {
  proposal: Proposal;
  onPutAside: (() => void) | undefined;
}) {
  const of = proposal.of;
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [roles, setRoles] = useState<Role[]>(proposal.columns.map((column) => column.role));
  const [agreement, setAgreement] = useState<Agreement>(proposal.agreement);
  const [region, setRegion] = useState(of.region);
  const [list, setList] = useState<ChosenList>({ name: of.fileName.replace(/\.[^.]+$/, '') });
  const start = useMutation({
    mutationFn: () =>
      api.post<Schemas['ImportView']>(`/imports/${of.id}/start`, {
        roles,
        region,
        agreement,
        listId: list.id ?? null,
        newList: list.id ? '' : list.name,
      }),
    onSuccess: (started) => {
      queries.setQueryData(['import', of.id], started);
      void queries.invalidateQueries({ queryKey: ['lists'] });
    },
  });
  const putAside = useMutation({
    mutationFn: () => api.delete(`/imports/${of.id}`),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['imports'] });
      if (onPutAside) {
        onPutAside();
      } else {
        void navigate('/people');
      }
    },
  });
  const change = (index: number, role: Role) => {
    const next = roles.map((one, at) => (at === index ? role : one));
    setRoles(next);
    const says = next.includes('AGREED');
    if (says !== (agreement.source === 'column')) {
      setAgreement({
        ...agreement,
        source: says ? 'column' : 'none',
        how: says ? agreement.how || 'as the file says' : agreement.how,
      });
    }
  };
  const Head = onPutAside ? PartHead : PageHead;
  return (
    <>
      <Head
        title={of.fileName}
        beside={`${grouped(of.rowCount)} rows, ${proposal.columns.length} columns`}
      >
        <button className="btn" onClick={() => putAside.mutate()} disabled={putAside.isPending}>
          Put it aside
        </button>
        <button
          className="btn btn-primary"
          onClick={() => start.mutate()}
          disabled={start.isPending}
        >
          Import {grouped(of.rowCount)} rows
        </button>
      </Head>
      {of.cutOffLine !== null && (
        <p className="mt-3 font-semibold text-warning">
          The file ends in the middle of a row: a quote opens on line {of.cutOffLine} and never
          closes. The whole rows before it can be imported; that one will be rejected.
        </p>
      )}
      <div className="mt-4 flex flex-col gap-2">
        <ListChoice value={list} onChange={setList} />
        <label className="flex items-center gap-2">
          <span className="w-32 text-muted">Numbers without a country are</span>
          <input
            className="input input-sm w-16 uppercase"
            value={region}
            maxLength={2}
            aria-label="Default country"
            onChange={(event) => setRegion(event.target.value.toUpperCase())}
          />
        </label>
        <AgreementLine
          value={agreement}
          onChange={setAgreement}
          column={proposal.columns[roles.indexOf('AGREED')]?.header}
        />
      </div>
      <div className="mt-3">
        <ProblemNote error={start.error ?? putAside.error} />
      </div>
      <ImportTable
        proposal={proposal}
        roles={roles}
        onChange={change}
        remembered={proposal.remembered}
      />
    </>
  );
}
