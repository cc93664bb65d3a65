import { useEffect } from 'react';
import { ProblemNote } from '../../../parts/ProblemNote';
import { HowItEnded } from './HowItEnded';
import { LineButtons } from './LineButtons';
import { Says } from './Says';
import { SignOn } from './SignOn';
import { StateBar } from './StateBar';
import { Waiting } from './Waiting';
import { Who } from './Who';
import { useDesk, useDeskAct, useDeskLine, type DeskAct } from './useDesk';

/** One screen that never moves under the agent: who it is, what to say, and how it ended. */
export function DeskPage() {
  const desk = useDesk();
  const act = useDeskAct();
  const { sound, connected } = useDeskLine();
  const { mutate } = act;
  const is = desk.data;
  useEffect(() => {
    document.title = `${is?.person?.name || 'Desk'} · Gemba`;
  }, [is?.person?.name]);
  if (!is) {
    return <ProblemNote error={desk.error} />;
  }
  const doIt = (one: DeskAct) => mutate(one);
  if (is.state === 'OFFLINE') {
    return <SignOn error={act.error} onSignOn={(body) => doIt({ act: 'sign-on', body })} />;
  }
  return (
    <div className="flex min-h-full flex-col">
      <StateBar desk={is} sound={sound} connected={connected} act={doIt} />
      <div className="min-h-7 pt-1" role="status">
        <ProblemNote error={act.error} />
        {!act.error && is.told !== '' && <p className="text-muted">{is.told}</p>}
      </div>
      {is.person ? (
        <div className="grid flex-1 grid-cols-[280px_minmax(0,1fr)_290px] gap-7">
          <Who person={is.person} note={is.note} act={doIt} />
          <Says desk={is} person={is.person} act={doIt} />
          <div className="flex flex-col gap-4">
            <HowItEnded desk={is} act={doIt} />
            <LineButtons desk={is} act={doIt} />
          </div>
        </div>
      ) : (
        <Waiting desk={is} act={doIt} />
      )}
    </div>
  );
}
