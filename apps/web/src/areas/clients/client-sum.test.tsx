import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { ClientView } from '@steady/contract/clients';
import { eur, stage } from '../../../test/stage';
import { ClientSum } from './client-sum';

const CLIENT = {
  id: 'c1',
  name: 'Dunmarra Oysters Ltd',
  unpaid: null,
  unpaidSince: null,
  wip: null,
  waitingSince: null,
  onHold: null,
} as unknown as ClientView;
async function said(client: Partial<ClientView>, deadlines: object[] = []): Promise<string> {
  document.body.innerHTML = '';
  stage(
    <p aria-label="sum">
      <ClientSum client={{ ...CLIENT, ...client }} />
    </p>,
    { answers: { 'GET /api/clients/c1/obligations': deadlines } },
  );
  if (deadlines.length > 0) await screen.findByText(/Next deadline|No deadlines/);
  return screen.getByLabelText('sum').textContent.trim();
}

describe('what is to be known of a client first', () => {
  it('is money by what is owed and what is recorded and not billed, one sentence', async () => {
    expect(await said({ unpaid: eur(12_300), wip: eur(4_500) })).toBe('No deadlines ahead. Unpaid EUR 123.00; recorded, not billed EUR 45.00.');
    expect(await said({ unpaid: eur(12_300), wip: eur(0) })).toBe('No deadlines ahead. Unpaid EUR 123.00.');
    expect(await said({ unpaid: eur(0), wip: eur(4_500) })).toBe('No deadlines ahead. Recorded, not billed EUR 45.00.');
    expect(await said({ unpaid: eur(0), wip: eur(-4_500) })).toBe('No deadlines ahead. Billed ahead EUR 45.00.');
  });

  it('says since when the oldest unpaid bill is late', async () => {
    expect(await said({ unpaid: eur(12_300), unpaidSince: '2026-03-01' })).toContain('Unpaid EUR 123.00, overdue 10 days.');
    expect(await said({ unpaid: eur(12_300), unpaidSince: '2026-03-20' })).toContain('Unpaid EUR 123.00.');
  });

  it('says what is on hold and why', async () => {
    expect(await said({ onHold: { jobId: 'j1', name: 'Accounts', reason: 'probate' } })).toContain('On hold: Accounts, probate.');
  });

  it('says nothing of money to whoever does not see it', async () => {
    expect(await said({})).toBe('No deadlines ahead.');
  });
});
