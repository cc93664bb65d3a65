import { useQueryClient } from '@tanstack/react-query';
import {
  Headset,
  LogOut,
  Megaphone,
  Settings2,
  SunMoon,
  Sunrise,
  Users,
  type LucideIcon,
} from 'lucide-react';
import { type ReactNode } from 'react';
import { NavLink } from 'react-router';
import { api } from '../api/client';
import { useLive } from '../api/live';
import type { Permission, Session } from '../api/session';
import { ListKeys } from './ListKeys';
import { LiveStrip } from './LiveStrip';
import { Palette } from './Palette';
import { UndoBar } from './UndoBar';
import { toggleTheme } from './theme';

const AREAS: {
  to: string;
  word: string;
  mark: LucideIcon;
  permission: Permission;
  or?: Permission;
}[] = [
  { to: '/', word: 'Today', mark: Sunrise, permission: 'SEE_CAMPAIGNS' },
  { to: '/people', word: 'People', mark: Users, permission: 'SEE_PEOPLE' },
  { to: '/campaigns', word: 'Campaigns', mark: Megaphone, permission: 'SEE_CAMPAIGNS' },
  { to: '/calls', word: 'Calls', mark: Headset, permission: 'TAKE_CALLS', or: 'SEE_FLOOR' },
  { to: '/setup', word: 'Setup', mark: Settings2, permission: 'SIGNED_IN' },
];

/** What stands around every page: the rail of areas, and the live strip. */
export function Frame({ session, children }: { session: Session; children: ReactNode }) {
  useLive();
  return (
    <UndoBar>
      <div className="grid h-screen grid-cols-[84px_1fr] grid-rows-[1fr_auto]">
        <Rail session={session} />
        <main className="min-h-0 overflow-auto px-7 py-5">{children}</main>
        <LiveStrip />
        <Palette />
        <ListKeys />
      </div>
    </UndoBar>
  );
}

function Rail({ session }: { session: Session }) {
  const queries = useQueryClient();
  const leave = async () => {
    await queries.cancelQueries();
    await api.delete('/session');
    // Nothing that was seen stays in the page, and nothing asks on with a session that is over.
    window.location.assign('/');
  };
  return (
    <nav
      aria-label="Areas"
      className="flex flex-col border-r border-base-300 bg-base-200 text-[12px]"
    >
      <span className="py-4 text-center text-base font-bold">gemba</span>
      {AREAS.filter((area) =>
        session.permissions.some((one) => one === area.permission || one === area.or),
      ).map((area) => (
        <NavLink
          key={area.to}
          to={area.to}
          end={area.to === '/'}
          className={({ isActive }) =>
            `flex flex-col items-center gap-1 border-l-[3px] py-2.5 ${
              isActive
                ? 'border-warning bg-base-100 font-bold'
                : 'border-transparent text-muted hover:text-base-content'
            }`
          }
        >
          <area.mark size={19} aria-hidden />
          {area.word}
        </NavLink>
      ))}
      <span className="mt-auto" />
      <RailButton word="Light or dark" onClick={toggleTheme}>
        <SunMoon size={17} aria-hidden />
      </RailButton>
      <RailButton word={`Sign out ${session.name}`} onClick={() => void leave()}>
        <LogOut size={17} aria-hidden />
      </RailButton>
      <span className="px-1 pb-3 text-center leading-4 text-muted">{session.name}</span>
    </nav>
  );
}

function RailButton({
  word,
  onClick,
  children,
}: {
  word: string;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      className="flex justify-center py-2 text-muted hover:text-base-content"
      onClick={onClick}
      title={word}
      aria-label={word}
    >
      {children}
    </button>
  );
}
