import { fireEvent, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { MissingAsk } from '@steady/contract/asks';
import { stage } from '../../../test/stage';
import { MissingPage } from './missing-page';
import { MissingNote } from './today-note';

const ask = (client: string, more: Partial<MissingAsk> = {}): MissingAsk => ({
  id: client,
  kindName: 'information request',
  title: 'Records',
  clientId: `c-${client}`,
  client,
  jobId: `j-${client}`,
  job: 'VAT return, Jan-Feb 2026',
  dueOn: '2026-03-23',
  wantedBy: '2026-03-20',
  isLate: false,
  askedAt: '2026-03-06T10:00:00Z',
  lastWritten: null,
  followUp: { on: null, quiet: null },
  owed: [],
  forUs: [],
  ...more,
});
const owed = (what: string, since = '2026-03-06T10:00:00Z') => ({ what, since });
const show = (asks: MissingAsk[], more = 0) => stage(<MissingPage />, { answers: { 'GET /api/asks/missing': { asks, more } } });
const rowOf = async (what: string) => (await screen.findByRole('link', { name: what })).closest('tr')!.textContent;

it('says of each thing where it stands, since when, when was written last and what comes next', async () => {
  show([
    ask('Cormorant Surf School', {
      isLate: true,
      lastWritten: '2026-03-10T08:00:00Z',
      followUp: { on: '2026-03-17', quiet: null },
      owed: [owed('Sales invoices'), owed('Stock', '2026-02-20T10:00:00Z')],
      forUs: [
        { key: 'i1 question', what: 'Asked: Bank statement', why: 'Is the app’s export enough?', since: '2026-03-10T10:00:00Z' },
        { key: 'i2 answer', what: 'Answered: Till rolls', why: 'tills.pdf', since: '2026-03-11T08:00:00Z' },
      ],
    }),
    ask('Strand Café', { followUp: { on: null, quiet: 'the job is on hold' }, owed: [owed('Rent book')] }),
  ]);
  expect(await rowOf('Sales invoices')).toMatch(/missing5 days.*asked 6 Mar 10:00, last written .*next follow-up Tue 17 Mar.*Mon 23 Mar/);
  expect(await rowOf('Bank statement')).toContain('their question');
  expect(await rowOf('Bank statement')).toContain('“Is the app’s export enough?”waits for our answer');
  expect(await rowOf('Till rolls')).toContain('came in');
  expect(await rowOf('Till rolls')).toContain('to be looked at');
  expect(await rowOf('Rent book')).toContain('no follow-up: the job is on hold');
  expect(screen.getByText(/^3 things from 2 clients/).textContent).toBe('3 things from 2 clients; 1 waits longer than two weeks, 1 question waits for us.');
  expect(screen.getByText('Strand Café, VAT return, Jan-Feb 2026')).toBeDefined();
  expect(screen.getByRole('link', { name: 'Rent book' }).getAttribute('href')).toBe('/jobs/j-Strand Café/requests');
});

it('finds by client, job and thing, and says what was not found', async () => {
  show([ask('Cormorant Surf School', { owed: [owed('Sales invoices')] }), ask('Strand Café', { owed: [owed('Rent book')] })]);
  await screen.findByRole('link', { name: 'Rent book' });
  const find = screen.getByLabelText('Find');
  fireEvent.change(find, { target: { value: 'cafe' } });
  expect(screen.queryByRole('link', { name: 'Sales invoices' })).toBeNull();
  expect(screen.getByRole('link', { name: 'Rent book' })).toBeDefined();
  fireEvent.change(find, { target: { value: 'till' } });
  expect(screen.getByText('Nothing that is missing is called “till”.')).toBeDefined();
});

it('leads to the client where there is no job, and says how many more there are', async () => {
  show([ask('Strand Café', { jobId: null, job: null, dueOn: null, owed: [owed('Passport')] })], 3);
  expect((await screen.findByRole('link', { name: 'Passport' })).getAttribute('href')).toBe('/clients/c-Strand Café/requests');
  expect(screen.getByText('and 3 requests more, asked later')).toBeDefined();
});

it('is glad where nothing is missing', async () => {
  show([]);
  expect(await screen.findByText(/^Nothing is missing/)).toBeDefined();
  expect(screen.getByText('Nothing was asked that is not there.')).toBeDefined();
});

it('is reached from Today, with how much it is', () => {
  stage(<MissingNote today={{ missing: { things: 31, clients: 1 } } as never} />);
  expect(screen.getByRole('link', { name: '31 things from 1 client' }).getAttribute('href')).toBe('/missing');
});
