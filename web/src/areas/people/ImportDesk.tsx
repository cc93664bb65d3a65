import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { PageHead, PartHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { dayAndTime, grouped } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { useUndo } from '../../parts/undo';
import { AgreementLine, type Agreement } from './AgreementLine';
import { ImportTable, type Role } from './ImportTable';
import { ListChoice, type ChosenList } from './ListChoice';
import { WhatWillHappen } from './WhatWillHappen';
import { useImportCheck } from './useImportCheck';

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
  return (
    <Desk
      key={String(proposal.data.of.hasHeader)}
      proposal={proposal.data}
      onPutAside={onPutAside}
    />
  );
}

function Desk({
  proposal,
  onPutAside,
}: {
  proposal: Proposal;
  onPutAside: (() => void) | undefined;
}) {
  const of = proposal.of;
  const { zone } = useHouse();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const offerUndo = useUndo();
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
  const check = useImportCheck(of.id, { roles, region, agreement });
  const setHeader = useMutation({
    mutationFn: (hasHeader: boolean) =>
      api.put<Proposal>(`/imports/${of.id}/header`, { hasHeader }),
    onSuccess: (changed) => {
      queries.setQueryData(['import', of.id], changed.of);
      queries.setQueryData(['proposal', of.id], changed);
    },
  });
  const putAside = useMutation({
    mutationFn: () => api.delete(`/imports/${of.id}`),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['imports'] });
      offerUndo(`${of.fileName} is put aside.`, () => api.post(`/imports/${of.id}/bring-back`));
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
      {proposal.earlier && (
        <p className="mt-3 font-semibold text-warning">
          The very same file was imported on {dayAndTime(proposal.earlier.at, zone)}
          {proposal.earlier.list && ` onto ${proposal.earlier.list}`}.{' '}
          <Link className="link-plain" to={`/people/import/${proposal.earlier.id}`}>
            See what came of it
          </Link>
        </p>
      )}
      <div className="mt-4 flex flex-col gap-2">
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={of.hasHeader ?? true}
            disabled={setHeader.isPending}
            onChange={(event) => setHeader.mutate(event.target.checked)}
          />
          The first row is a header
        </label>
        <ListChoice value={list} onChange={setList} />
        <label className="flex items-center gap-2">
          <span className="w-32 text-muted">Usual country</span>
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
      <WhatWillHappen
        check={check.isPlaceholderData ? undefined : check.data}
        rows={of.rowCount}
        agreement={agreement.source !== 'none'}
      />
      <ProblemNote error={check.error} />
      <ImportTable
        check={check.data}
        proposal={proposal}
        roles={roles}
        onChange={change}
        remembered={proposal.remembered}
      />
    </>
  );
}
