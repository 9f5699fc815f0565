import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import type { PartyView } from '@steady/contract/asks';
import { stage } from '../../../test/stage';
import { ReplaceLeaf } from './replace-leaf';

const [AIDAN, MAEVE] = ['1', '2'].map((end) => `0190a0a0-0000-7000-8000-00000000000${end}`) as [string, string];
const PARTY = { id: 'p1', contactId: AIDAN, memberId: null, name: 'Aidan Gannet', state: 'asked' } as PartyView;

function show(
  contacts = [
    { id: AIDAN, name: 'Aidan Gannet', email: 'aidan@gannet.example', signs: true },
    { id: MAEVE, name: 'Maeve Gannet', email: null, signs: true },
    { id: 'pat', name: 'Pat Gannet', email: null, signs: false },
  ],
  team: object[] = [],
) {
  const onClose = vi.fn();
  const staged = stage(<ReplaceLeaf code={false} of={{ jobId: 'j1', clientId: 'c1' }} signer={PARTY} parties={[PARTY]} onClose={onClose} />, {
    rights: ['do work'],
    answers: { 'GET /api/jobs/j1': { contacts }, 'POST /api/signers/p1/replace': null, 'GET /api/team': team },
  });
  return { ...staged, onClose };
}

it('offers those who sign and are not asked yet, and says who is told', async () => {
  const { asked, onClose } = show();
  await screen.findByRole('option', { name: 'Maeve Gannet, no email address' });
  expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual(['choose', 'Maeve Gannet, no email address']);
  expect(screen.getByText(/Aidan Gannet is told by mail/)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Ask them instead' }));
  expect(await screen.findByText('Choose who signs in their place.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Who signs'), { target: { value: MAEVE } });
  fireEvent.click(screen.getByRole('button', { name: 'Ask them instead' }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(asked.at(-1)!.sent).toEqual({ contactId: MAEVE });
});

it('says where to set who signs, where there is nobody else', async () => {
  show([]);
  expect(await screen.findByText(/Nobody else signs for this client/)).toBeDefined();
});

it('offers the people of the firm who work there now as well', async () => {
  const [NIAMH, GONE] = ['8', '9'].map((end) => `0190a0a0-0000-7000-8000-00000000000${end}`) as [string, string];
  const { asked, onClose } = show(undefined, [
    { id: NIAMH, name: 'Niamh Daly', standing: 'active' },
    { id: GONE, name: 'Gone Person', standing: 'left' },
  ]);
  await screen.findByRole('option', { name: 'Niamh Daly, of us' });
  expect(screen.queryByRole('option', { name: 'Gone Person, of us' })).toBeNull();
  fireEvent.change(screen.getByLabelText('Who signs'), { target: { value: NIAMH } });
  fireEvent.click(screen.getByRole('button', { name: 'Ask them instead' }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(asked.findLast(({ what }) => what.startsWith('POST'))!.sent).toEqual({ contactId: NIAMH });
});
