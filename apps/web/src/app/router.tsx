import { Navigate, createBrowserRouter } from 'react-router';
import { page } from './area';
import { AREAS } from './areas';
import { brought } from './brought';
import { Fault } from './fault';
import { Shell } from './shell';

export const router = createBrowserRouter([
  ...brought(AREAS, 'alone')
    .flat()
    .map((alone) => ({ ...alone, errorElement: <Fault /> })),
  {
    path: '/',
    element: <Shell />,
    errorElement: <Fault />,
    children: [
      { index: true, element: <Navigate to="/today" replace /> },
      ...brought(AREAS, 'pages').flat(),
      page('*', () => import('./nowhere-page'), 'NowherePage'),
    ],
  },
]);
