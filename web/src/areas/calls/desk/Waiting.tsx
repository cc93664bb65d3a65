import { Key } from '../../../parts/Key';
import { people } from '../../../parts/format';
import { useKey } from '../../../parts/useKey';
import { FollowUpList } from '../FollowUpList';
import type { Desk, DeskAct } from './useDesk';

/** A desk with nobody before it: what comes next, and what was promised. */
export function Waiting({ desk, act }: { desk: Desk; act: (one: DeskAct) => void }) {
  const onBreak = desk.state === 'BREAK';
  const ready = () => act({ act: 'ready' });
  useKey('enter', 'ready', ready, onBreak);
  return (
    <div className="mt-6 grid gap-10 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <section className="max-w-xl">
        <p className="text-lg font-bold">
          {onBreak
            ? 'Nobody is dialled for you.'
            : (desk.whyNotNow ?? 'You are ready. The next person comes by itself.')}
        </p>
        <p className="mt-2 text-muted">
          {desk.sitting &&
            (desk.sitting.toCome === 0
              ? 'Everybody of this campaign has had their turn, or is in hand.'
              : `${people(desk.sitting.toCome)} of this campaign are to come; who may not be called at this hour waits for theirs.`)}
        </p>
        {onBreak && (
          <button className="btn btn-primary mt-5" onClick={ready}>
            Ready <Key>⏎</Key>
          </button>
        )}
        {onBreak && desk.whyNotNow && <p className="mt-4 text-warning">{desk.whyNotNow}</p>}
      </section>
      <section>
        <h2 className="section-title mb-2 flex items-baseline gap-4">
          You promised to call
          <a className="link-plain ml-auto" href="/api/v1/desk/follow-ups.ics" download>
            for your calendar
          </a>
        </h2>
        <FollowUpList path="/desk/follow-ups" changing={desk.today.followUps} />
      </section>
    </div>
  );
}
