import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { NO_EVIDENCE, newField } from '@steady/core/signing';
import type { SigningKindView } from '@steady/contract/signing-kinds';
import { stage } from '../../../../test/stage';
import { KeptForNextTime } from './kept-for-next-time';

const A4 = { width: 595, height: 842 };
const at = (id: string, page: number, signer = 0) => newField({ id, kind: 'signature', signer, page }, { x: 200, y: 600 }, A4);
const KIND = { version: 1, words: null, evidence: NO_EVIDENCE, terms: null, recordFirst: false, holdsFiling: false, mayHandOn: false, letter: null };
const KEPT: SigningKindView[] = [
  { ...KIND, id: 'k1', name: 'Accounts of a company', fields: [at('a', 1), at('b', 6), at('c', 1, 1)], signers: 2, used: 14 },
  { ...KIND, id: 'k2', name: 'Letter', fields: [], signers: 0, used: 3 },
];

function show(kindId: string | null = null, kept = KEPT) {
  const heard = { onUse: vi.fn(), onKeepAs: vi.fn() };
  const staged = stage(<KeptForNextTime fields={[at('a', 1)]} keeping={{ keepPlacesAs: '', kindId }} signers={1} pages={[A4, A4]} {...heard} />, {
    answers: { 'GET /api/signing-kinds': kept, 'DELETE /api/signing-kinds/k1/places': null },
  });
  return { ...staged, ...heard };
}

it('places of an earlier document are used, as far as this one has its pages and signers', async () => {
  const { onUse } = show();
  fireEvent.change(await screen.findByLabelText('Places as in'), { target: { value: 'k1' } });
  expect(screen.getByRole('option', { name: 'Accounts of a company, used 14 times' })).toBeDefined();
  expect(screen.queryByRole('option', { name: /Letter/ })).toBeNull();
  const [fields, id] = onUse.mock.calls[0] as [{ page: number; signer: number }[], string];
  expect(id).toBe('k1');
  expect(fields.map(({ page, signer }) => [page, signer])).toEqual([[1, 0]]);
});

it('what is left out of them is said, and they can be given up', async () => {
  const { asked } = show('k1');
  expect(await screen.findByText('2 places of it are left out: this document has fewer pages or signers.')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Do not keep places for “Accounts of a company” any more' }));
  await waitFor(() => expect(asked.at(-1)!.what).toBe('DELETE /api/signing-kinds/k1/places'));
});

it('a name under which these are kept is asked for, and nothing else where none are', async () => {
  const { onKeepAs } = show(null, []);
  fireEvent.change(screen.getByLabelText('Keep these places for'), { target: { value: 'Letters' } });
  expect(onKeepAs).toHaveBeenCalledWith('Letters');
  await waitFor(() => expect(screen.queryByLabelText('Places as in')).toBeNull());
});
