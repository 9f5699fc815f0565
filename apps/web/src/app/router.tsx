import { type ComponentType } from 'react';
import { Navigate, createBrowserRouter } from 'react-router';
import { Fault } from './fault';
import { Shell } from './shell';

type Module = Record<string, ComponentType>;

/** A page that is fetched when it is first gone to. */
const page = (load: () => Promise<Module>, name: string) => ({
  lazy: async () => ({ Component: (await load())[name]! }),
});

export const router = createBrowserRouter([
  { path: '/sign-in', ...page(() => import('../areas/team/sign-in-page'), 'SignInPage'), errorElement: <Fault /> },
  { path: '/forgot', ...page(() => import('../areas/team/forgot-page'), 'ForgotPage'), errorElement: <Fault /> },
  { path: '/join/:token', ...page(() => import('../areas/team/join-page'), 'JoinPage'), errorElement: <Fault /> },
  { path: '/portal/door/:token', ...page(() => import('../areas/portal/door-page'), 'DoorPage'), errorElement: <Fault /> },
  { path: '/portal', ...page(() => import('../areas/portal/portal-page'), 'PortalPage'), errorElement: <Fault /> },
  {
    path: '/',
    element: <Shell />,
    errorElement: <Fault />,
    children: [
      { index: true, element: <Navigate to="/today" replace /> },
      { path: 'today', ...page(() => import('../areas/today/today-page'), 'TodayPage') },
      { path: 'clients', ...page(() => import('../areas/clients/clients-page'), 'ClientsPage') },
      { path: 'clients/import', ...page(() => import('../areas/imports/imports-page'), 'ImportsPage') },
      { path: 'clients/import/:id', ...page(() => import('../areas/imports/import-page'), 'ImportPage') },
      { path: 'clients/:id/schedule', ...page(() => import('../areas/services/schedule-page'), 'SchedulePage') },
      { path: 'clients/:id/:section?', ...page(() => import('../areas/clients/client-page'), 'ClientPage') },
      { path: 'contacts/:id', ...page(() => import('../areas/clients/person-page'), 'PersonPage') },
      { path: 'related/:id/:section?', ...page(() => import('../areas/clients/related-page'), 'RelatedPage') },
      { path: 'almanac', ...page(() => import('../areas/almanac/almanac-page'), 'AlmanacPage') },
      { path: 'almanac/rehearsal', ...page(() => import('../areas/almanac/rehearsal-page'), 'RehearsalPage') },
      { path: 'almanac/season', ...page(() => import('../areas/almanac/season-page'), 'SeasonPage') },
      { path: 'jobs', ...page(() => import('../areas/jobs/jobs-page'), 'JobsPage') },
      { path: 'jobs/:id/settle', ...page(() => import('../areas/fees/settle-page'), 'SettlePage') },
      { path: 'jobs/:id/:section?', ...page(() => import('../areas/jobs/job-page'), 'JobPage') },
      { path: 'papers', ...page(() => import('../areas/documents/papers-page'), 'PapersPage') },
      { path: 'post', ...page(() => import('../areas/post/post-page'), 'PostPage') },
      { path: 'post/going-out', ...page(() => import('../areas/post/going-out-page'), 'GoingOutPage') },
      { path: 'post/room', ...page(() => import('../areas/post/post-room-page'), 'PostRoomPage') },
      { path: 'time', ...page(() => import('../areas/time/time-page'), 'TimePage') },
      { path: 'fees', ...page(() => import('../areas/fees/fees-page'), 'FeesPage') },
      { path: 'fees/bills', ...page(() => import('../areas/fees/fees-page'), 'BillsPage') },
      { path: 'fees/bills/:id', ...page(() => import('../areas/fees/bill-page'), 'BillPage') },
      { path: 'firm', ...page(() => import('../areas/services/firm-page'), 'FirmPage') },
      { path: 'firm/services/:id', ...page(() => import('../areas/services/service-page'), 'ServicePage') },
      { path: 'firm/procedures', ...page(() => import('../areas/procedures/procedures-page'), 'ProceduresPage') },
      { path: 'firm/procedures/:id', ...page(() => import('../areas/procedures/procedure-page'), 'ProcedurePage') },
      { path: 'firm/messages', ...page(() => import('../areas/post/templates-page'), 'TemplatesPage') },
      { path: 'firm/rules', ...page(() => import('../areas/rules/rules-page'), 'RulesPage') },
      { path: 'firm/rules/:id', ...page(() => import('../areas/rules/rule-page'), 'RulePage') },
      { path: 'firm/closing-days', ...page(() => import('../areas/team/closing-days-page'), 'ClosingDaysPage') },
      { path: 'firm/details', ...page(() => import('../areas/clients/details-page'), 'DetailsPage') },
      { path: 'firm/team', ...page(() => import('../areas/team/team-page'), 'TeamPage') },
      { path: 'firm/team/:id', ...page(() => import('../areas/team/person-page'), 'PersonPage') },
      { path: 'firm/roles', ...page(() => import('../areas/team/roles-page'), 'RolesPage') },
      { path: 'firm/backups', ...page(() => import('../areas/backups/backups-page'), 'BackupsPage') },
      { path: 'firm/sign-in', ...page(() => import('../areas/team/doors-page'), 'DoorsPage') },
      { path: 'firm/audit', ...page(() => import('../areas/access/audit-page'), 'AuditPage') },
      { path: 'you', ...page(() => import('../areas/team/you-page'), 'YouPage') },
      { path: '*', ...page(() => import('./nowhere-page'), 'NowherePage') },
    ],
  },
]);
