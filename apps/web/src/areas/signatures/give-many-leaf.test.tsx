import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { NO_EVIDENCE } from '@steady/core/signing';
import type { ManyAsked } from '@steady/contract/requests';
import type { SigningKindView } from '@steady/contract/signing-kinds';
import { stage } from '../../../test/stage';
import { GiveClientsLeaf } from './give-many-leaf';

const [FIRST, SECOND, KIND] = ['1', '2', '3'].map((end) => `0190a0a0-0000-7000-8000-00000000000${end}`) as [string, string, string];
const NOTICE = {
  id: KIND,
  name: 'Notice of new terms',
  words: 'Please read them.',
  evidence: NO_EVIDENCE,
  terms: 'Terms of engagement',
  letter: { name: 'notice.pdf', bytes: 2000 },
} as SigningKindView;
const FOUND: ManyAsked = {
  asked: [{ jobId: 'j1', job: 'Accounts, 2025', client: 'Dunmarra Oysters', to: ['Bríd Foley'], later: null, untold: null }],
  not: [{ jobId: 'j2', job: '', client: 'Strand Café', why: 'nobody signs for it' }],
};
const show = (kinds = [NOTICE, { ...NOTICE, id: SECOND, name: 'Accounts', letter: null }]) => {
  const onClose = vi.fn();
  const staged = stage(<GiveClientsLeaf ids={[FIRST, SECOND]} onClose={onClose} />, {
    answers: { 'GET /api/signing-kinds': kinds, 'GET /api/services': [], 'POST /api/signatures/many/preview': FOUND, 'POST /api/signatures/many': FOUND },
  });
  return { ...staged, onClose };
};

it('takes a letter that is kept, says what is asked, and who is asked before it goes', async () => {
  const { asked, onClose } = show();
  await screen.findByRole('option', { name: 'Notice of new terms, notice.pdf' });
  expect(screen.queryByRole('option', { name: /Accounts/ })).toBeNull();
  fireEvent.change(screen.getByLabelText('Letter'), { target: { value: KIND } });
  expect(screen.getByText('Agreed to Terms of engagement.')).toBeDefined();
  expect(screen.getByLabelText<HTMLInputElement>('What is signed').value).toBe('Notice of new terms');
  expect(screen.getByLabelText<HTMLTextAreaElement>('Explanation').value).toBe('Please read them.');
  fireEvent.click(screen.getByRole('button', { name: 'Look at who is asked' }));
  expect(await screen.findByText('not asked: nobody signs for it')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Give it in 1 job' }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(asked.filter(({ what }) => what === 'POST /api/signatures/many').map(({ sent }) => sent)).toMatchObject([
    { clientIds: [FIRST, SECOND], kindId: KIND, title: 'Notice of new terms', everybody: false, words: 'Please read them.', dueOn: '2026-03-23' },
  ]);
  expect(await screen.findByText('Given for signature in 1 job, not in 1.')).toBeDefined();
});

it('says where letters come from while there are none, and what is missing', async () => {
  const { asked } = show([]);
  expect(await screen.findByRole('link', { name: 'Add one under Firm, Signing' })).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Look at who is asked' }));
  expect(await screen.findByText('Choose the letter: a kind of document that has one.')).toBeDefined();
  expect(screen.getByText('Say what is signed: the clients read it first.')).toBeDefined();
  expect(asked.filter(({ what }) => what.startsWith('POST'))).toEqual([]);
});
