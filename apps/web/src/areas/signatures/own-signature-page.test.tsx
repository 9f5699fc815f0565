import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { expect, it } from 'vitest';
import type { OwnSignature } from '@steady/contract/signatures';
import { Refused, stage } from '../../../test/stage';
import { OwnSignaturePage } from './own-signature-page';

const OF: OwnSignature = {
  partyId: 'p1',
  askId: 'a1',
  title: 'Accounts 2025',
  words: 'As discussed.',
  clientId: 'c1',
  client: 'Dunmarra Quarries Ltd',
  jobId: 'j1',
  askedBy: 'Orla Nolan',
  askedAt: '2026-03-10T09:00:00Z',
  wantedBy: '2026-03-25',
  expiresOn: null,
  doneBefore: ['Cathal Foley'],
  stands: 'wanted',
  documentId: 'd1',
  documentName: 'accounts.pdf',
  bytes: 2048,
};
const at = (of: OwnSignature | Refused, more: object = {}) =>
  stage(
    <Routes>
      <Route path="/signatures/:id/sign" element={<OwnSignaturePage />} />
    </Routes>,
    { at: '/signatures/p1/sign', answers: { 'GET /api/own-signatures/p1': of, ...more } },
  );
const FIELDS = { 'GET /api/own-signatures/p1/fields': { signer: 'Niamh Daly', fields: [], others: [] } };

it('is read and signed by the one of the firm whose turn it is', async () => {
  const { asked } = at(OF, { ...FIELDS, 'POST /api/own-signatures/p1/sign': null });
  expect(await screen.findByRole('heading', { name: 'Please sign: Accounts 2025' })).toBeDefined();
  expect(screen.getByText(/Cathal Foley signed before you/)).toBeDefined();
  fireEvent.change(screen.getByLabelText('Your name, as you sign'), { target: { value: 'Niamh Daly' } });
  fireEvent.click(screen.getByLabelText('I have read the document and agree with it'));
  fireEvent.click(await screen.findByRole('button', { name: 'Sign' }));
  await waitFor(() =>
    expect(asked.find(({ what }) => what === 'POST /api/own-signatures/p1/sign')?.sent).toMatchObject({ signedAs: 'Niamh Daly', agreed: true }),
  );
});

it('is refused with a reason alone', async () => {
  const { asked } = at(OF, { ...FIELDS, 'POST /api/own-signatures/p1/refuse': null });
  fireEvent.click(await screen.findByRole('button', { name: 'I do not sign this' }));
  fireEvent.click(screen.getByRole('button', { name: 'Refuse to sign' }));
  expect(await screen.findByText('Say why you do not sign it: we read it.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Why you do not sign'), { target: { value: 'Not mine' } });
  fireEvent.click(screen.getByRole('button', { name: 'Refuse to sign' }));
  await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/own-signatures/p1/refuse')?.sent).toEqual({ reason: 'Not mine' }));
});

it.each([
  ['done', /You have signed it/],
  ['refused', /You refused to sign it/],
  ['not needed', /It is not needed any more/],
] as const)('says what became of it: %s', async (stands, words) => {
  at({ ...OF, stands });
  expect(await screen.findByText(words)).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Sign' })).toBeNull();
  expect(screen.getByRole('link', { name: 'Who else signs it, and how it stands' }).getAttribute('href')).toBe('/jobs/j1/requests');
});

it('says so where there is nothing to sign', async () => {
  at(new Refused([]));
  expect(await screen.findByText(/There is nothing here for you to sign/)).toBeDefined();
});
