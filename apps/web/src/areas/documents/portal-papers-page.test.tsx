import { fireEvent, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { PortalPapers } from '@steady/contract/documents';
import type { PortalMe } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { PortalPapersPage } from './portal-papers-page';

const ME: PortalMe = {
  firm: 'Marram & Tern',
  name: 'Áine Doyle',
  today: '2026-03-15',
  looking: false,
  readOnly: false,
  logo: null,
  zone: 'Europe/Dublin',
  country: 'IE',
};
const document = (at: number) => ({ id: `d${at}`, title: `Accounts ${2026 - at}`, year: 2026 - at, at: '2026-03-01T09:00:00Z', bytes: 12_000 });
const PAPERS: PortalPapers[] = [
  {
    clientId: 'c1',
    client: 'Mizzen Sailmakers Ltd',
    folders: [
      { id: 'f1', name: 'Accounts and tax', adds: false, documents: Array.from({ length: 8 }, (_, at) => document(at)) },
      { id: 'f2', name: 'Sent by the client', adds: true, documents: [] },
    ],
  },
];
const shown = (papers: PortalPapers[]) => stage(<PortalPapersPage />, { answers: { 'GET /api/portal/me': ME, 'GET /api/portal/documents': papers } });

it('shows the newest of each folder, and all of it once asked', async () => {
  shown(PAPERS);
  expect((await screen.findByRole('link', { name: /^Accounts 2026/ })).getAttribute('href')).toBe('/api/portal/documents/d0/content');
  expect(screen.queryByRole('link', { name: /^Accounts 2019/ })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Show all 8' }));
  expect(screen.getByRole('link', { name: /^Accounts 2019/ })).toBeDefined();
});

it('takes files only where they may be added', async () => {
  shown(PAPERS);
  expect(await screen.findByLabelText('Add files to Sent by the client')).toBeDefined();
  expect(screen.queryByLabelText('Add files to Accounts and tax')).toBeNull();
});

it('says that nothing lies there yet', async () => {
  shown([]);
  expect(await screen.findByText('Nothing lies here for you yet.')).toBeDefined();
});
