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
  { path: '/sign-in', ...page(() => import('../areas/team/sign-in-page') as Promise<Module>, 'SignInPage'), errorElement: <Fault /> },
  { path: '/portal/door/:token', ...page(() => import('../areas/portal/door-page') as Promise<Module>, 'DoorPage'), errorElement: <Fault /> },
  { path: '/portal', ...page(() => import('../areas/portal/portal-page') as Promise<Module>, 'PortalPage'), errorElement: <Fault /> },
  {
    path: '/',
    element: <Shell />,
    errorElement: <Fault />,
    children: [
      { index: true, element: <Navigate to="/today" replace /> },
      { path: 'today', ...page(() => import('../areas/today/today-page') as Promise<Module>, 'TodayPage') },
      { path: 'clients', ...page(() => import('../areas/clients/clients-page') as Promise<Module>, 'ClientsPage') },
      { path: 'clients/:id/:section?', ...page(() => import('../areas/clients/client-page') as Promise<Module>, 'ClientPage') },
      { path: 'almanac', ...page(() => import('../areas/almanac/almanac-page') as Promise<Module>, 'AlmanacPage') },
      { path: 'jobs', ...page(() => import('../areas/jobs/jobs-page') as Promise<Module>, 'JobsPage') },
      { path: 'jobs/:id/settle', ...page(() => import('../areas/fees/settle-page') as Promise<Module>, 'SettlePage') },
      { path: 'jobs/:id/:section?', ...page(() => import('../areas/jobs/job-page') as Promise<Module>, 'JobPage') },
      { path: 'papers', ...page(() => import('../areas/documents/papers-page') as Promise<Module>, 'PapersPage') },
      { path: 'post', ...page(() => import('../areas/post/post-page') as Promise<Module>, 'PostPage') },
      { path: 'post/room', ...page(() => import('../areas/post/post-room-page') as Promise<Module>, 'PostRoomPage') },
      { path: 'time', ...page(() => import('../areas/time/time-page') as Promise<Module>, 'TimePage') },
      { path: 'fees', ...page(() => import('../areas/fees/fees-page') as Promise<Module>, 'FeesPage') },
      { path: 'fees/bills', ...page(() => import('../areas/fees/fees-page') as Promise<Module>, 'BillsPage') },
      { path: 'fees/bills/:id', ...page(() => import('../areas/fees/bill-page') as Promise<Module>, 'BillPage') },
      { path: 'firm', ...page(() => import('../areas/services/firm-page') as Promise<Module>, 'FirmPage') },
      { path: '*', ...page(() => import('./nowhere-page') as Promise<Module>, 'NowherePage') },
    ],
  },
]);
