import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { WantedLine } from '@steady/contract/asks';
import { stage } from '../../../test/stage';
import { WantedBetween, WantedInWeek, useWantedByWeek } from './wanted-by';

const line = (id: string, wantedOn: string, more: Partial<WantedLine> = {}): WantedLine => ({
  id,
  title: `Records ${id}`,
  clientId: 'c1',
  client: 'Slipway Garage Ltd',
  jobId: 'j1',
  job: 'VAT return',
  wantedOn,
  things: 2,
  promisedFor: null,
  who: 'Seán',
  ...more,
});

it('lists what is wanted between two days, and leads to its job, or to its client where there is none', async () => {
  stage(<WantedBetween from="2026-03-09" until="2026-03-15" />, {
    answers: {
      'GET /api/asks/wanted': [line('a', '2026-03-12'), line('b', '2026-03-13', { jobId: null, job: null, promisedFor: '2026-03-16' })],
    },
  });
  expect((await screen.findByRole('link', { name: 'Records a' })).getAttribute('href')).toBe('/jobs/j1/requests');
  expect(screen.getByRole('link', { name: 'Records b' }).getAttribute('href')).toBe('/clients/c1/requests');
  expect(screen.getByText('promised for Mon 16 Mar')).toBeDefined();
});

it('counts requests by their week; what was wanted before today is overdue', async () => {
  function Weeks() {
    const weeks = useWantedByWeek();
    return [...weeks].map(([week, count]) => <WantedInWeek key={week} week={week} count={count} />);
  }
  stage(<Weeks />, {
    answers: { 'GET /api/asks/wanted': [line('a', '2026-03-09'), line('b', '2026-03-12'), line('c', '2026-03-13'), line('d', '2026-03-17')] },
  });
  expect((await screen.findByRole('link', { name: '1 request overdue with clients' })).getAttribute('href')).toBe('/missing');
  expect(screen.getByRole('link', { name: '2 requests wanted from clients' }).getAttribute('href')).toBe('/almanac?week=2026-03-09');
  expect(screen.getByRole('link', { name: '1 request wanted from clients' }).getAttribute('href')).toBe('/almanac?week=2026-03-16');
});
