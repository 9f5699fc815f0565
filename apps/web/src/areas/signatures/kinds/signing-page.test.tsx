import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { NO_EVIDENCE } from '@steady/core/signing';
import type { SigningKindView, TermsView } from '@steady/contract/signing-kinds';
import { Refused, stage } from '../../../../test/stage';
import { SigningPage } from './signing-page';

const KIND: SigningKindView = {
  id: 'k1',
  version: 3,
  name: 'Accounts of a company',
  words: null,
  evidence: { byText: true, capacity: 'director', atLeast: 2, identity: null },
  terms: 'Terms of engagement',
  recordFirst: false,
  holdsFiling: true,
  mayHandOn: false,
  letter: null,
  fields: [],
  signers: 0,
  used: 1,
};
const TERMS: TermsView = {
  id: 't2',
  name: 'Terms of engagement',
  edition: 2,
  text: 'Second.',
  at: '2026-01-25T11:00:00Z',
  by: 'Orla Keane',
  agreed: 1,
  earlier: [{ id: 't1', name: 'Terms of engagement', edition: 1, text: 'First.', at: '2025-02-04T11:00:00Z', by: 'Orla Keane', agreed: 0 }],
};
const show = (answers: Record<string, unknown> = {}, kinds = [KIND], rights: ('change services' | 'run firm')[] = ['change services', 'run firm']) =>
  stage(<SigningPage />, { rights, answers: { 'GET /api/signing-kinds': kinds, 'GET /api/terms': [TERMS], 'GET /api/members': [], ...answers } });
const sent = (asked: { what: string; sent: unknown }[], what: string) => asked.filter((one) => one.what === what).map((one) => one.sent);

it('says of each kind what is asked of a signature, and is changed on a leaf', async () => {
  const { asked } = show({ 'PATCH /api/signing-kinds/k1': null });
  expect(
    await screen.findByText('signed by 2 directors at least; each with a code by text message; agreed to Terms of engagement; filed only when signed'),
  ).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Accounts of a company' }));
  const leaf = await screen.findByRole('dialog');
  fireEvent.change(within(leaf).getByLabelText('In what role'), { target: { value: '' } });
  fireEvent.change(within(leaf).getByLabelText('How many sign at least'), { target: { value: '1' } });
  fireEvent.click(within(leaf).getByLabelText('Each types a code that comes by text message'));
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save the kind' }));
  await waitFor(() =>
    expect(sent(asked, 'PATCH /api/signing-kinds/k1')).toMatchObject([{ evidence: NO_EVIDENCE, terms: 'Terms of engagement', holdsFiling: true, version: 3 }]),
  );
});

it('a new one is refused without a name or with none who sign, and keeps what was typed', async () => {
  const { asked } = show({ 'POST /api/signing-kinds': new Refused([{ field: 'name', message: 'There is a kind "Letter" already.' }]) }, []);
  fireEvent.click(await screen.findByRole('button', { name: 'New kind of document' }));
  const leaf = await screen.findByRole('dialog');
  fireEvent.change(within(leaf).getByLabelText('How many sign at least'), { target: { value: '0' } });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save the kind' }));
  expect(await within(leaf).findByText('At least one person signs.')).toBeDefined();
  expect(within(leaf).getByText(/Give the kind of document a name/)).toBeDefined();
  fireEvent.change(within(leaf).getByLabelText('Name'), { target: { value: 'Letter' } });
  fireEvent.change(within(leaf).getByLabelText('How many sign at least'), { target: { value: '1' } });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Save the kind' }));
  expect(await within(leaf).findByText('There is a kind "Letter" already.')).toBeDefined();
  expect(sent(asked, 'POST /api/signing-kinds')).toHaveLength(1);
  expect(within(leaf).getByLabelText<HTMLInputElement>('Name').value).toBe('Letter');
});

it('terms are kept as another edition, those before it are read, and they are not offered any more', async () => {
  const { asked } = show({ 'POST /api/terms': { id: 't3' }, 'DELETE /api/terms/t2': null });
  fireEvent.click(await screen.findByRole('button', { name: 'Terms of engagement' }));
  let leaf = await screen.findByRole('dialog');
  expect(within(leaf).getByText('First.')).toBeDefined();
  fireEvent.change(within(leaf).getByLabelText('What they agree to'), { target: { value: 'Third.' } });
  fireEvent.click(within(leaf).getByRole('button', { name: 'Keep as edition 3' }));
  await waitFor(() => expect(sent(asked, 'POST /api/terms')).toEqual([{ name: 'Terms of engagement', text: 'Third.' }]));
  fireEvent.click(await screen.findByRole('button', { name: 'Terms of engagement' }));
  leaf = await screen.findByRole('dialog');
  fireEvent.click(within(leaf).getByRole('button', { name: 'Do not offer them any more' }));
  await waitFor(() => expect(sent(asked, 'DELETE /api/terms/t2')).toHaveLength(1));
});

it('is read by whoever may not change it', async () => {
  show({}, [KIND], []);
  fireEvent.click(await screen.findByRole('button', { name: 'Accounts of a company' }));
  const leaf = await screen.findByRole('dialog');
  expect(within(leaf).queryByRole('button', { name: 'Save the kind' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Write terms' })).toBeNull();
});
