import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../../api/client';
import { useMay } from '../../../api/session';
import { PageHead } from '../../../parts/PageHead';
import { ProblemNote } from '../../../parts/ProblemNote';
import { grouped, share, span } from '../../../parts/format';
import { Elapsed } from '../Elapsed';
import { FollowUpList } from '../FollowUpList';

type Floor = Schemas['Floor'];

const EVERY_MS = 1_000;

/** All desks, live: what each does and for how long, lines ringing, the day so far. */
export function FloorPage() {
  const floor = useQuery({
    queryKey: ['floor'],
    queryFn: () => api.get<Floor>('/floor'),
    refetchInterval: EVERY_MS,
  });
  const is = floor.data;
  const promised = is?.desks.reduce((sum, one) => sum + one.followUpsToday, 0) ?? 0;
  return (
    <>
      <PageHead title="The floor" beside={is && sentence(is)}>
        {is && <Simulated floor={is} />}
      </PageHead>
      <ProblemNote error={floor.error} />
      {is?.whyNotNow && <p className="mt-3 font-semibold text-warning">{is.whyNotNow}</p>}
      {is?.desks.length === 0 ? (
        <p className="mt-5 max-w-xl text-muted">
          Nobody sits at a desk. Agents sign on under Calls, with an account whose role is agent;
          for a rehearsal, let two simulated agents sit down.
        </p>
      ) : (
        <table className="table-plain mt-5">
          <thead>
            <tr>
              <th>Agent</th>
              <th>Doing</th>
              <th className="text-right">For</th>
              <th>Calls for</th>
              <th className="text-right">Calls</th>
              <th className="text-right">Answered</th>
              <th className="text-right">Reached</th>
              <th className="text-right">Talked</th>
              <th className="text-right">Wrap-up</th>
              <th className="text-right">Breaks</th>
              <th className="text-right">Promised</th>
            </tr>
          </thead>
          <tbody>
            {is?.desks.map((desk) => (
              <DeskRow key={desk.agentId} desk={desk} />
            ))}
          </tbody>
        </table>
      )}
      <section className="mt-8 max-w-3xl">
        <h2 className="section-title mb-2">Promised to be called again</h2>
        <FollowUpList path="/floor/follow-ups" changing={promised} withAgent />
      </section>
    </>
  );
}

function sentence(floor: Floor): string {
  const desks = floor.desks.length;
  const talking = floor.desks.filter((one) => one.state === 'TALKING').length;
  return `${desks === 1 ? '1 desk' : `${desks} desks`} · ${talking} talking · ${floor.ringing} ringing · ${grouped(floor.freeLines)} lines free`;
}

function DeskRow({ desk }: { desk: Floor['desks'][number] }) {
  const live = ['DIALLING', 'RINGING', 'TALKING'].includes(desk.state);
  return (
    <tr>
      <td className="font-semibold">{desk.agent}</td>
      <td>
        <span className="inline-flex items-center gap-2">
          <span
            className={`size-2.5 rounded-full ${live ? 'bg-accent' : desk.state === 'READY' ? 'bg-success' : 'border border-secondary'}`}
            aria-hidden
          />
          {desk.held ? 'talking, on hold' : desk.words}
          {desk.breakAfter && <span className="text-muted">then a break</span>}
        </span>
      </td>
      <td className="figure text-right">
        <Elapsed since={desk.since} />
      </td>
      <td>
        {desk.campaignId !== null && (
          <Link className="link-plain" to={`/campaigns/${desk.campaignId}`}>
            {desk.campaign}
          </Link>
        )}
      </td>
      <td className="figure text-right">{grouped(desk.today.calls)}</td>
      <td className="figure text-right">
        {grouped(desk.today.connects)}{' '}
        <span className="text-muted">{share(desk.today.connects, desk.today.calls)}</span>
      </td>
      <td className="figure text-right">{grouped(desk.reachedToday)}</td>
      <td className="figure text-right">{span(desk.today.talkMillis)}</td>
      <td className="figure text-right">{span(desk.today.wrapUpMillis)}</td>
      <td className="figure text-right">{span(desk.today.breakMillis)}</td>
      <td className="figure text-right">{grouped(desk.followUpsToday)}</td>
    </tr>
  );
}

/** Two agents without a person, so that calls flow in a rehearsal. */
function Simulated({ floor }: { floor: Floor }) {
  const may = useMay('RUN_CAMPAIGNS');
  const queries = useQueryClient();
  const choices = useQuery({
    queryKey: ['desk', 'choices'],
    queryFn: () => api.get<Schemas['SittingChoices']>('/desk/choices'),
    enabled: may,
    refetchInterval: 5_000,
  });
  const sit = useMutation({
    mutationFn: (campaignId: number | null) => api.put<Floor>('/floor/simulated', { campaignId }),
    onSuccess: (next) => queries.setQueryData(['floor'], next),
  });
  if (!may) {
    return null;
  }
  return (
    <label className="flex items-center gap-2">
      <ProblemNote error={sit.error} />
      simulated agents
      <select
        className="select select-sm w-64"
        aria-label="Simulated agents"
        value={floor.simulatedIn ?? ''}
        onChange={(event) => sit.mutate(event.target.value ? Number(event.target.value) : null)}
      >
        <option value="">are off</option>
        {choices.data?.campaigns.map((one) => (
          <option key={one.id} value={one.id}>
            call for {one.name}
          </option>
        ))}
      </select>
    </label>
  );
}
