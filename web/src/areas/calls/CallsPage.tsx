import { NavLink, Navigate, Route, Routes } from 'react-router';
import { useMay } from '../../api/session';
import { DeskPage } from './desk/DeskPage';
import { FloorPage } from './floor/FloorPage';

/** Where calls are held: one's own desk, and the floor of all desks. */
export default function CallsPage() {
  const takes = useMay('TAKE_CALLS');
  const sees = useMay('SEE_FLOOR');
  if (!takes && !sees) {
    return <Navigate to="/" replace />;
  }
  return (
    <>
      {takes && sees && (
        <nav aria-label="Calls" className="mb-3 flex gap-5">
          <Tab to="/calls/floor" word="The floor" />
          <Tab to="/calls/desk" word="My desk" />
        </nav>
      )}
      <Routes>
        {sees && <Route path="floor" element={<FloorPage />} />}
        {takes && <Route path="desk" element={<DeskPage />} />}
        <Route path="*" element={<Navigate to={sees ? '/calls/floor' : '/calls/desk'} replace />} />
      </Routes>
    </>
  );
}

function Tab({ to, word }: { to: string; word: string }) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        isActive
          ? 'border-b-2 border-warning pb-0.5 font-bold'
          : 'pb-0.5 text-muted hover:text-base-content'
      }
    >
      {word}
    </NavLink>
  );
}
