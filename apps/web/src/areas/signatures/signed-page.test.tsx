import { fireEvent, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalMe } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { SignedPage } from './signed-page';

const of = (id: string, more: Partial<PortalAsk>): PortalAsk =>
  ({
    id,
    partyId: `p${id}`,
    kind: 'signature',
    title: `Paper ${id}`,
    client: 'Gannet Smokery Ltd',
    askedAt: '2026-03-02T09:00:00Z',
    doneAt: null,
    stands: 'wanted',
    ...more,
  }) as PortalAsk;
const ASKS = [
  of('1', { stands: 'done', doneAt: '2026-03-09T09:00:00Z' }),
  of('2', { client: 'Mizzen Sailmakers Ltd' }),
  of('3', { stands: 'refused', doneAt: '2026-03-10T09:00:00Z' }),
  of('4', { kind: 'request' }),
];
const ME: PortalMe = {
  name: 'Aidan',
  firm: 'Marram & Tern',
  logo: null,
  zone: 'Europe/Dublin',
  country: 'IE',
  looking: false,
  readOnly: false,
  today: '2026-03-11',
};
const show = (asks: PortalAsk[]) => stage(<SignedPage />, { answers: { 'GET /api/portal/asks': asks, 'GET /api/portal/me': ME } });
const papers = () => screen.getAllByRole('link', { name: /^Paper/ }).map((one) => one.textContent);

it('what they were asked to sign is there, the latest first, with how it stands', async () => {
  show(ASKS);
  await screen.findByRole('heading', { name: 'What you sign' });
  expect(papers()).toEqual([
    'Paper 3, Gannet Smokery Ltdrefused Tue 10 Mar',
    'Paper 1, Gannet Smokery Ltdsigned Mon 9 Mar',
    'Paper 2, Mizzen Sailmakers Ltdto sign Mon 2 Mar',
  ]);
});

it('is narrowed to how it stands and for whom they act', async () => {
  show(ASKS);
  fireEvent.change(await screen.findByLabelText('For'), { target: { value: 'Gannet Smokery Ltd' } });
  expect(papers()).toHaveLength(2);
  fireEvent.change(screen.getByLabelText('Status'), { target: { value: 'wanted' } });
  expect(screen.getByText('Nothing of that kind.')).toBeDefined();
});

it('says so where nothing was', async () => {
  show([]);
  expect(await screen.findByRole('heading', { name: 'You were asked to sign nothing yet' })).toBeDefined();
  expect(screen.queryByLabelText('Status')).toBeNull();
});
