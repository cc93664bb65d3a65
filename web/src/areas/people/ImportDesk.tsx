import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { PageHead, PartHead } from '../../parts/PageHead';
import { ProblemNote } from '../../parts/ProblemNote';
import { dayAndTime, grouped } from '../../parts/format';
import { useHouse } from '../../parts/house';
import { useUndo } from '../../parts/undo';
import { AgreementLine } from './AgreementLine';
import { ImportTable } from './ImportTable';
import { MendsLine } from './MendsLine';
import { SamePersonLine } from './SamePersonLine';
import { ShapeLine, type ShapeWish } from './ShapeLine';
import type { Plan } from './importPlan';
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
      key={JSON.stringify(proposal.data.of.shape)}
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
  const [plan, setPlan] = useState<Plan>(proposal.plan);
  const [edits, setEdits] = useState(0);
  const [list, setList] = useState<ChosenList>({ name: of.fileName.replace(/\.[^.]+$/, '') });
  const start = useMutation({
    mutationFn: () =>
      api.post<Schemas['ImportView']>(`/imports/${of.id}/start`, {
        plan,
        listId: list.id ?? null,
        newList: list.id ? '' : list.name,
      }),
    onSuccess: (started) => {
      queries.setQueryData(['import', of.id], started);
      void queries.invalidateQueries({ queryKey: ['lists'] });
    },
  });
  const check = useImportCheck(of.id, plan, edits);
  const counts = check.isPlaceholderData ? undefined : check.data;
  const reshape = useMutation({
    mutationFn: (wish: ShapeWish) => api.put<Proposal>(`/imports/${of.id}/shape`, wish),
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
  const rejected = Object.values(counts?.rejected ?? {}).reduce((sum, rows) => sum + rows, 0);
  const Head = onPutAside ? PartHead : PageHead;
  return (
    <>
      <Head
        title={of.fileName}
        beside={`${grouped(of.rowCount)} rows, ${proposal.headers.length} columns${
          proposal.mapping ? `, taken as “${proposal.mapping}”` : ''
        }`}
      >
        <button className="btn" onClick={() => putAside.mutate()} disabled={putAside.isPending}>
          Put it aside
        </button>
        <button
          className="btn btn-primary"
          onClick={() => start.mutate()}
          disabled={start.isPending}
        >
          Import {grouped(of.rowCount - rejected)} rows
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
      <div className="mt-3 flex flex-col gap-1.5">
        <ShapeLine
          shape={of.shape}
          charsets={proposal.charsets}
          busy={reshape.isPending}
          onChange={(wish) => reshape.mutate(wish)}
        />
        <div className="flex flex-wrap items-center gap-x-6 gap-y-1.5">
          <ListChoice value={list} onChange={setList} />
          <label className="flex items-center gap-2">
            <span className="text-muted">Numbers without a country are</span>
            <input
              className="input input-sm w-14 uppercase"
              value={plan.region}
              maxLength={2}
              aria-label="Default country"
              onChange={(event) => setPlan({ ...plan, region: event.target.value.toUpperCase() })}
            />
          </label>
        </div>
        <AgreementLine
          value={plan.agreement}
          onChange={(agreement) => setPlan({ ...plan, agreement })}
          column={proposal.headers[plan.columns.findIndex((one) => one.role === 'AGREED')]}
        />
        <SamePersonLine
          value={plan.samePerson}
          sharing={counts?.sharing}
          onChange={(samePerson) => setPlan({ ...plan, samePerson })}
        />
        <MendsLine plan={plan} headers={proposal.headers} onPlan={setPlan} />
      </div>
      <div className="mt-2">
        <ProblemNote error={start.error ?? putAside.error ?? reshape.error ?? check.error} />
      </div>
      <ImportTable
        check={check.data}
        proposal={proposal}
        plan={plan}
        onPlan={setPlan}
        onEdited={() => setEdits(edits + 1)}
      />
      <div className="mt-3 border-t border-base-300 pt-3">
        <WhatWillHappen
          check={counts}
          rows={of.rowCount}
          agreement={plan.agreement.source !== 'none'}
        />
      </div>
    </>
  );
}
