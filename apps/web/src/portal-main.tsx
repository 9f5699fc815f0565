import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { SWRConfig } from 'swr';
import { afterLoad } from './app/after-load';
import { readAt } from './app/api';
import { Fault } from './app/fault';
import { PORTAL_AREAS } from './app/portal-areas';
import { PortalAreas } from './app/portal-brought';

/** Milliseconds after the page stands, in which what it asks for has come first. */
const FONTS_AFTER = 2_000;

const router = createBrowserRouter(PORTAL_AREAS.flatMap(({ pages = [] }) => pages).map((one) => ({ ...one, errorElement: <Fault /> })));

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <SWRConfig value={{ fetcher: readAt, revalidateOnFocus: true, keepPreviousData: true, shouldRetryOnError: false }}>
      <PortalAreas value={PORTAL_AREAS}>
        {/* An address changes at once: two changes shortly after one another would else both start from the first page, and one be lost. */}
        <RouterProvider router={router} useTransitions={false} />
      </PortalAreas>
    </SWRConfig>
  </StrictMode>,
);

// The pages stay at hand where there is no connection. A browser that cannot keep them goes on without.
if ('serviceWorker' in navigator && window.location.pathname.startsWith('/portal'))
  afterLoad(() => void navigator.serviceWorker.register('/portal-worker.js', { scope: '/portal' }).catch(() => undefined));

// Letters of our own come once there is something to read: on a slow line they would hold it up.
afterLoad(() => void setTimeout(() => void import('./fonts.css'), FONTS_AFTER));
