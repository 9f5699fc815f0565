import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { SignatureRow } from '@steady/contract/signatures';
import { stage } from '../../../../test/stage';
import { SignaturesPage } from './signatures-page';

const row = (id: string, more: Partial<SignatureRow>): SignatureRow => ({
  id,
  title: `Paper ${id}`,
  state: 'waiting',
  trouble: null,
  clientId: 'c1',
  client: 'Gannet Smokery Ltd',
  jobId: 'j1',
  job: 'Accounts',
  turn: 'Maeve Gannet',
  turnSince: '2026-03-08T09:00:00Z',
  turnContactId: 'p1',
  done: 1,
  of: 2,
  wantedBy: '2026-03-20',
  endedAt: null,
  reason: null,
  values: { client: 'Gannet Smokery Ltd', state: 'waiting', turn: 'Maeve Gannet', wanted: '2026-03-20', asked: '2026-03-05' },
  ...more,
});
const ROWS = [
  row('1', { state: 'in trouble', trouble: 'nobody to write to' }),
  row('2', { state: 'in trouble', trouble: 'no signed copy', turn: null, turnSince: null }),
  row('3', { state: 'refused', turn: null, turnSince: null, reason: 'Aidan: The stock is wrong.' }),
  row('4', {}),
  row('5', { state: 'signed', turn: null, turnSince: null, done: 2, endedAt: '2026-03-10T09:00:00Z' }),
];
const SUM = { states: { 'in trouble': 2, waiting: 1, refused: 1, signed: 1, withdrawn: 0, expired: 0 }, longest: 3 };
const NAMES = ['client', 'state', 'turn', 'wanted', 'asked'].map((key) => ({ key, name: key, kind: 'text' }));
const show = (rows = ROWS, sum = SUM) =>
  stage(<SignaturesPage />, {
    rights: ['see clients', 'do work'],
    answers: {
      'GET /api/signatures': { rows, more: false, total: rows.length, said: '' },
      'GET /api/signatures/fields': { fields: NAMES, saved: [] },
      'GET /api/signatures/sum': sum,
    },
  });

it('opens with how many stand where, and each count narrows the list', async () => {
  const { asked, container } = show();
  await screen.findByText('Paper 4');
  expect(container.textContent).toContain('3 documents wait for a signature, the longest for 3 days, 2 in trouble, 1 refused.');
  fireEvent.click(screen.getByRole('button', { name: 'Refused 1' }));
  await waitFor(() => expect(asked.some(({ what }) => what === 'GET /api/signatures')).toBe(true));
  expect(screen.getByRole('button', { name: 'Refused 1' }).getAttribute('aria-current')).toBe('true');
});

it('says what is wrong and for whom, and leads to the place that mends it', async () => {
  show();
  const stuck = (await screen.findByText('in trouble: nobody can write to Maeve Gannet')).parentElement!;
  expect(stuck.querySelector('a')?.getAttribute('href')).toBe('/contacts/p1');
  expect(screen.getByText('in trouble: the signed copy could not be made').parentElement!.querySelector('a')?.getAttribute('href')).toBe('/jobs/j1/requests');
  expect(screen.getByText('Aidan: The stock is wrong.')).toBeDefined();
  expect(screen.getAllByText(/^1 of 2 signed$/, { exact: false }).length).toBeGreaterThan(0);
  expect(screen.getByText('signed Tue 10 Mar')).toBeDefined();
});

it('says what belongs there where there is nothing', async () => {
  const none = { 'in trouble': 0, waiting: 0, refused: 0, signed: 0, withdrawn: 0, expired: 0 };
  const { container } = show([], { states: none, longest: null as unknown as number });
  expect(await screen.findByText('Nothing was given for signature yet. That is done at a job, under Requests.')).toBeDefined();
  await waitFor(() => expect(container.textContent).toContain('Nothing waits for a signature.'));
});
