import { fireEvent, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { ClientView } from '@steady/contract/clients';
import { stage } from '../../../test/stage';
import { AskLeaf } from './ask-leaf';

const CLIENT = { id: 'c1', name: 'Dunmarra Oysters Ltd' } as ClientView;
const job = (id: string, name: string) => ({ id, name, phases: [{ key: 'p', name: 'Wait', stands: 'current', proposedRequests: [] }] });
const ask = (jobs: { id: string; name: string }[]) =>
  stage(<AskLeaf client={CLIENT} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: { 'GET /api/jobs': { rows: jobs, total: jobs.length }, ...Object.fromEntries(jobs.map((one) => [`GET /api/jobs/${one.id}`, one])) },
  });

it('goes straight to what is wanted where the client has one open job', async () => {
  ask([job('j1', 'VAT return, Jan-Feb 2026')]);
  expect(await screen.findByRole('dialog', { name: 'Ask the client' })).toBeDefined();
});

it('asks first for which of several open jobs', async () => {
  const { asked } = ask([job('j1', 'VAT return, Jan-Feb 2026'), job('j2', 'Accounts, year to 31 Dec 2025')]);
  fireEvent.change(await screen.findByLabelText('For which job'), { target: { value: 'j2' } });
  fireEvent.click(screen.getByRole('button', { name: 'Continue' }));
  expect(await screen.findByRole('dialog', { name: 'Ask the client' })).toBeDefined();
  expect(asked.map((one) => one.what)).toContain('GET /api/jobs/j2');
  expect(asked.map((one) => one.what)).not.toContain('GET /api/jobs/j1');
});

it('says what to do where none is open', async () => {
  ask([]);
  expect(await screen.findByText(/none is open here\. Begin one with New job/)).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Continue' })).toBeNull();
});
