import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { useSession } from './api/session';
import { SignInPage } from './areas/access/SignInPage';
import { Frame } from './parts/Frame';
import { ProblemNote } from './parts/ProblemNote';

const TodayPage = lazy(() => import('./areas/today/TodayPage'));
const ListsPage = lazy(() => import('./areas/people/ListsPage'));
const ListPage = lazy(() => import('./areas/people/ListPage'));
const MappingsPage = lazy(() => import('./areas/people/MappingsPage'));
const PersonPage = lazy(() => import('./areas/people/PersonPage'));
const ImportPage = lazy(() => import('./areas/people/ImportPage'));
const CampaignsPage = lazy(() => import('./areas/campaigns/CampaignsPage'));
const CampaignPage = lazy(() => import('./areas/campaigns/CampaignPage'));
const RepliesPage = lazy(() => import('./areas/replies/RepliesPage'));
const CallsPage = lazy(() => import('./areas/calls/CallsPage'));
const SetupPage = lazy(() => import('./areas/setup/SetupPage'));

export function App() {
  const session = useSession();
  if (session.isPending) {
    return null;
  }
  if (session.error) {
    return (
      <main className="p-10">
        <ProblemNote error={session.error} />
      </main>
    );
  }
  if (!session.data.signedIn) {
    return <SignInPage session={session.data} />;
  }
  const seesToday = session.data.permissions.includes('SEE_CAMPAIGNS');
  return (
    <Frame session={session.data}>
      <Suspense>
        <Routes>
          <Route path="/" element={seesToday ? <TodayPage /> : <Navigate to="/calls" replace />} />
          <Route path="/calls/*" element={<CallsPage />} />
          <Route path="/people" element={<ListsPage />} />
          <Route path="/people/lists/:id" element={<ListPage />} />
          <Route path="/people/mappings" element={<MappingsPage />} />
          <Route path="/people/:id" element={<PersonPage />} />
          <Route path="/people/import" element={<ImportPage />} />
          <Route path="/people/import/:id" element={<ImportPage />} />
          <Route path="/campaigns" element={<CampaignsPage />} />
          <Route path="/campaigns/:id" element={<CampaignPage />} />
          <Route path="/replies" element={<RepliesPage />} />
          <Route path="/setup" element={<SetupPage />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </Frame>
  );
}
