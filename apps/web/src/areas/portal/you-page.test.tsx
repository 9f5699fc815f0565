import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { PortalMe, PortalYou } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { YouPage } from './you-page';

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
const YOU: PortalYou = {
  email: 'aine@doyle.example',
  phones: ['00 555 0101'],
  clients: [
    { id: 'c1', name: 'Mizzen Sailmakers Ltd', role: 'director' },
    { id: 'c2', name: 'Áine Doyle', role: null },
  ],
  devices: [
    { id: 'd1', name: 'iPhone', since: '2026-03-01T09:00:00Z', lastIn: '2026-03-14T09:00:00Z', here: true },
    { id: 'd2', name: 'Windows computer', since: '2026-01-10T09:00:00Z', lastIn: null, here: false },
  ],
};
const shown = (you: PortalYou) =>
  stage(<YouPage />, { answers: { 'GET /api/portal/me': ME, 'GET /api/portal/you': you, 'POST /api/portal/devices/d2/end': null } });

it('says what is known of them and for whom they act, and ends a device that they do not know', async () => {
  const { asked } = shown(YOU);
  expect(await screen.findByText('Mizzen Sailmakers Ltd (director), Áine Doyle')).toBeDefined();
  expect(screen.getByText('(this one)').closest('li')!.textContent).toContain('iPhone');
  fireEvent.click(screen.getByRole('button', { name: 'End Windows computer' }));
  await waitFor(() => expect(asked.map(({ what }) => what)).toContain('POST /api/portal/devices/d2/end'));
});

it('says that nobody is acted for any more, and that there is no device', async () => {
  shown({ email: null, phones: [], clients: [], devices: [] });
  expect(await screen.findByText('nobody any more')).toBeDefined();
  expect(screen.getByText('None.')).toBeDefined();
});
