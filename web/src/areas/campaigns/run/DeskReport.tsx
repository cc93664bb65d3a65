import { useQuery } from '@tanstack/react-query';
import { api, type Schemas } from '../../../api/client';
import { dayAndTime, grouped, share, span } from '../../../parts/format';
import { useHouse } from '../../../parts/house';

type Report = Schemas['DeskReport'];

/** What agents did: each of them, and hour by hour. */
export function DeskReport({ campaignId }: { campaignId: number }) {
  const { zone } = useHouse();
  const report = useQuery({
    queryKey: ['campaign', campaignId, 'desk-report'],
    queryFn: () => api.get<Report>(`/campaigns/${campaignId}/desk-report`),
  });
  if (!report.data || report.data.agents.length === 0) {
    return null;
  }
  return (
    <>
      <section aria-label="By agent">
        <h2 className="section-title mb-2">By agent</h2>
        <table className="w-full">
          <thead className="text-left text-muted">
            <tr>
              <th className="font-normal">agent</th>
              <Heads />
              <th className="text-right font-normal">promised</th>
              <th className="text-right font-normal">kept</th>
            </tr>
          </thead>
          <tbody>
            {report.data.agents.map(({ agent, ended }) => (
              <AgentRows key={agent.agentId} agent={agent} ended={ended} />
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label="By hour">
        <h2 className="section-title mb-2">By hour, of all agents</h2>
        <div className="max-h-72 overflow-auto" tabIndex={0} role="group" aria-label="Hours">
          <table className="w-full">
            <thead className="text-left text-muted">
              <tr>
                <th className="font-normal">house clock</th>
                <Heads />
              </tr>
            </thead>
            <tbody>
              {report.data.hours.map((one) => (
                <tr key={one.hour} className="row-line">
                  <td className="figure py-1">{dayAndTime(one.hour, zone)}</td>
                  <Figures work={one.work} />
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
    </>
  );
}

function AgentRows({ agent, ended }: Report['agents'][number]) {
  return (
    <>
      <tr className="row-line">
        <td className="py-1 font-semibold">{agent.agent}</td>
        <Figures work={agent.work} />
        <td className="figure text-right">{grouped(agent.promised)}</td>
        <td className="figure text-right">
          {grouped(agent.kept)}
          {agent.open > 0 && (
            <span className="text-muted"> of {grouped(agent.kept + agent.open)}</span>
          )}
        </td>
      </tr>
      <tr>
        <td colSpan={8} className="pb-1.5 text-muted">
          {ended.map((one) => `${grouped(one.calls)} ${one.words}`).join(' · ')}
        </td>
      </tr>
    </>
  );
}

function Heads() {
  return (
    <>
      {['calls', 'answered', 'talk', 'wrap-up', 'breaks'].map((word) => (
        <th key={word} className="text-right font-normal">
          {word}
        </th>
      ))}
    </>
  );
}

function Figures({ work }: { work: Schemas['Work'] }) {
  return (
    <>
      <td className="figure text-right">{grouped(work.calls)}</td>
      <td className="figure text-right">
        {grouped(work.connects)}{' '}
        <span className="text-muted">{share(work.connects, work.calls)}</span>
      </td>
      <td className="figure text-right">{span(work.talkMillis)}</td>
      <td className="figure text-right">{span(work.wrapUpMillis)}</td>
      <td className="figure text-right">{span(work.breakMillis)}</td>
    </>
  );
}
