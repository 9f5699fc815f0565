import './fonts.css';
import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { SWRConfig } from 'swr';
import { readAt } from './app/api';
import { AREAS } from './app/areas';
import { Areas } from './app/brought';
import { router } from './app/router';
import { Toasts } from './ui/toasts';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <SWRConfig value={{ fetcher: readAt, revalidateOnFocus: true, keepPreviousData: true, shouldRetryOnError: false }}>
      <Toasts>
        <Areas value={AREAS}>
          {/* An address changes at once: two changes shortly after one another would else both start from the first page, and one be lost. */}
          <RouterProvider router={router} useTransitions={false} />
        </Areas>
      </Toasts>
    </SWRConfig>
  </StrictMode>,
);
