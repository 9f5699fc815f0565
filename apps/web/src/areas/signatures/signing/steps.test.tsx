import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, expect, it } from 'vitest';
import type { PortalMe } from '@steady/contract/requests';
import type { PortalSignaturePart } from '@steady/contract/signatures';
import { ASK } from '../../../../test/asked-to-sign';
import { stage } from '../../../../test/stage';
import { PortalSignature } from '../portal-signature';

const TERMS = '0190a0a0-0000-7000-8000-00000000000c';
const UNA = '0190a0a0-0000-7000-8000-00000000000a';
const terms = { id: TERMS, name: 'Terms of engagement', edition: 2, text: 'What we do.', isAgreed: false };
const show = (part: Partial<PortalSignaturePart>, answers: Record<string, unknown> = {}, more = {}) =>
  stage(<PortalSignature ask={{ ...ASK, ...more, part: { ...ASK.part, ...part } }} me={{ looking: false, readOnly: false } as PortalMe} />, {
    answers: Object.assign(answers, { 'POST /api/portal/signatures/p1/sign': null }),
  });
const sentTo = (asked: { what: string; sent: unknown }[], path: string) =>
  asked.filter(({ what }) => what === `POST /api/portal/signatures/p1/${path}`).map(({ sent }) => sent);
const sign = () => {
  fireEvent.change(screen.getByLabelText('Your name, as you sign'), { target: { value: 'Orla Gannet' } });
  fireEvent.click(screen.getByLabelText('I have read the document and agree with it'));
  fireEvent.click(screen.getByRole('button', { name: 'Sign' }));
};
beforeEach(() => window.localStorage.clear());

it('terms are read and agreed to with the signature', async () => {
  const { asked } = show({ terms });
  expect(screen.getByText('Read Terms of engagement, edition 2')).toBeDefined();
  expect(screen.getByText('What we do.')).toBeDefined();
  fireEvent.click(screen.getByLabelText('I agree to Terms of engagement'));
  sign();
  await waitFor(() => expect(sentTo(asked, 'sign')).toEqual([{ signedAs: 'Orla Gannet', agreed: true, termsId: TERMS }]));
});

it('terms that were agreed to are there to be read, and not asked for again; also when it is signed', () => {
  const { unmount } = show({ terms: { ...terms, isAgreed: true } });
  expect(screen.getByText('You agreed to this edition already.')).toBeDefined();
  expect(screen.queryByLabelText('I agree to Terms of engagement')).toBeNull();
  unmount();
  show({ terms: { ...terms, isAgreed: true } }, {}, { stands: 'done', doneAt: '2026-03-11T09:00:00Z' });
  expect(screen.getByText('What we do.')).toBeDefined();
});

it('a code is sent to the telephone, typed and looked at before it is signed; a wrong one says so', async () => {
  const answers: Record<string, unknown> = {
    'POST /api/portal/signatures/p1/code': null,
    'POST /api/portal/signatures/p1/code/typed': { why: 'This code is not right.' },
  };
  const { asked } = show({ textTo: '••• 0142' }, answers);
  expect(screen.getByText('••• 0142')).toBeDefined();
  sign();
  expect(await screen.findByText('Have the code sent, then type it here.')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Send me the code' }));
  expect(await screen.findByText('It is on its way.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Code from the text message'), { target: { value: '111111' } });
  fireEvent.click(screen.getByRole('button', { name: 'Sign' }));
  expect(await screen.findByText('This code is not right.')).toBeDefined();
  expect(sentTo(asked, 'sign')).toEqual([]);
  answers['POST /api/portal/signatures/p1/code/typed'] = { why: null };
  fireEvent.change(screen.getByLabelText('Code from the text message'), { target: { value: '222222' } });
  fireEvent.click(screen.getByRole('button', { name: 'Sign' }));
  await waitFor(() => expect(sentTo(asked, 'sign')).toHaveLength(1));
  expect(sentTo(asked, 'code/typed')).toEqual([{ code: '111111' }, { code: '222222' }]);
});

it('a question is asked first, about what is to be signed', () => {
  show({}, {}, { title: 'Deed & loan' });
  expect(screen.getByRole('link', { name: 'Ask a question first' }).getAttribute('href')).toBe('/portal/messages?about=Deed%20%26%20loan');
});

it('a code that was typed a short while ago is not asked for again', async () => {
  const { asked } = show({ textTo: '••• 0142', isConfirmed: true });
  expect(screen.getByText('The code from your telephone was right.')).toBeDefined();
  sign();
  await waitFor(() => expect(sentTo(asked, 'sign')).toHaveLength(1));
});

it('somebody else is chosen to sign where the firm allows it, and only there', async () => {
  const { asked, unmount } = show({ handOnTo: [{ id: UNA, name: 'Una Gannet' }] }, { 'POST /api/portal/signatures/p1/hand-on': null });
  fireEvent.click(screen.getByRole('button', { name: 'Somebody else should sign' }));
  fireEvent.click(screen.getByRole('button', { name: 'Hand it on' }));
  expect(await screen.findByText('Choose who signs in their place.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Who signs in your place'), { target: { value: UNA } });
  fireEvent.click(screen.getByRole('button', { name: 'Hand it on' }));
  await waitFor(() => expect(sentTo(asked, 'hand-on')).toEqual([{ contactId: UNA }]));
  unmount();
  show({});
  expect(screen.queryByRole('button', { name: 'Somebody else should sign' })).toBeNull();
});
