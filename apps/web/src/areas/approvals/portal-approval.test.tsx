import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { ApprovalPart } from '@steady/contract/approvals';
import type { PortalAsk } from '@steady/contract/asks';
import { stage } from '../../../test/stage';
import { PortalApproval } from './portal-approval';

const ASK = {
  id: 'a1',
  partyId: 'p1',
  kind: 'approval',
  title: 'Accounts 2025',
  words: 'Profit 41,200.00',
  client: 'Dunmarra Oysters',
  wantedBy: '2026-03-20',
  askedBy: 'Orla Keane',
  askedAt: '2026-03-10T09:00:00Z',
  doneAt: null,
  stands: 'wanted',
  doneBefore: [],
  part: { documentId: 'd1', documentName: 'accounts.pdf', bytes: 9000, sha256: 'ab', ticks: [] },
} as unknown as PortalAsk<ApprovalPart>;

it('is approved only with the tick', async () => {
  const { asked } = stage(<PortalApproval ask={ASK} />, { answers: { 'POST /api/portal/approvals/p1/approve': null } });
  expect(screen.getByText('Profit 41,200.00')).toBeDefined();
  expect(screen.getByRole('link', { name: 'accounts.pdf' }).getAttribute('href')).toBe('/api/portal/approvals/p1/document');
  fireEvent.click(screen.getByRole('button', { name: 'Approve' }));
  expect(await screen.findByText('Tick that you have read it and approve it.')).toBeDefined();
  fireEvent.click(screen.getByLabelText('I have read this and approve it'));
  fireEvent.click(screen.getByRole('button', { name: 'Approve' }));
  await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/portal/approvals/p1/approve')?.sent).toEqual({ agreed: true }));
});

it('is not approved with a reason', async () => {
  const { asked } = stage(<PortalApproval ask={ASK} />, { answers: { 'POST /api/portal/approvals/p1/refuse': null } });
  fireEvent.click(screen.getByRole('button', { name: 'Something is not right' }));
  fireEvent.click(screen.getByRole('button', { name: 'Send it back' }));
  expect(await screen.findByText('Say what is not right: we read it.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('What is not right'), { target: { value: 'The stock' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send it back' }));
  await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/portal/approvals/p1/refuse')?.sent).toEqual({ reason: 'The stock' }));
});

it.each([
  ['done', '2026-03-11T09:00:00Z', /^Approved .*, thank you\.$/],
  ['refused', null, /You did not approve it; we come back to you\./],
  ['not needed', null, /It is not needed any more\./],
] as const)('that is %s says so, and asks for nothing', (stands, doneAt, words) => {
  stage(<PortalApproval ask={{ ...ASK, stands, doneAt }} />);
  expect(screen.getByText(words)).toBeDefined();
  expect(screen.queryByRole('button')).toBeNull();
});
