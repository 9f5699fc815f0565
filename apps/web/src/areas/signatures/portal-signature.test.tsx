import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import type { PortalMe } from '@steady/contract/requests';
import { ASK } from '../../../test/asked-to-sign';
import { Refused, stage } from '../../../test/stage';
import { PortalSignature } from './portal-signature';

beforeEach(() => window.localStorage.clear());
const ME = { looking: false, readOnly: false } as PortalMe;
const show = (answers: Record<string, unknown> = {}, more: Partial<typeof ASK> = {}) =>
  stage(<PortalSignature ask={{ ...ASK, ...more }} me={ME} />, { answers });
const sentTo = (asked: { what: string; sent: unknown }[], what: string) => asked.filter((one) => one.what === what).map((one) => one.sent);

it('that all have signed is there as a signed copy, before the original', () => {
  const part = { ...ASK.part, copy: { name: 'accounts-2025, signed.pdf', bytes: 290_000 } };
  show({}, { stands: 'done', doneAt: '2026-03-11T09:00:00Z', part });
  const [copy, original] = screen.getAllByRole('link', { name: /accounts-2025/ });
  expect(copy!.getAttribute('href')).toBe('/api/portal/signatures/p1/signed');
  expect(original!.getAttribute('href')).toBe('/api/portal/signatures/p1/document');
});

describe('a document to sign', () => {
  it('says what it is, of whom, by when and who has signed before, and leads to the document first', () => {
    const { container } = show({}, { doneBefore: ['Aidan Gannet', 'Maeve Gannet'] });
    expect(container.textContent).toContain('Gannet Smokery LtdPlease sign: Accounts 2025');
    expect(container.textContent).toContain('Please sign by Fri 20 Mar 2026; Aidan Gannet and Maeve Gannet signed before you.');
    expect(container.textContent).toContain('The accounts, as we spoke of them.');
    expect(screen.getByRole('link', { name: 'accounts-2025.pdf' }).getAttribute('href')).toBe('/api/portal/signatures/p1/document');
  });

  it('shows who signs it, one after the other, and how far it is', () => {
    const chain = [
      { name: 'Maeve Gannet', isYou: false, isOfFirm: false, stands: 'signed' as const, at: '2026-03-10T10:00:00Z' },
      { name: 'Aidan Gannet', isYou: true, isOfFirm: false, stands: 'asked' as const, at: null },
      { name: 'Niamh Daly', isYou: false, isOfFirm: true, stands: 'later' as const, at: null },
    ];
    show({}, { part: { ...ASK.part, chain } });
    const lines = within(screen.getByRole('region', { name: 'Who signs it' })).getAllByRole('listitem');
    expect(lines.map(({ textContent }) => textContent)).toEqual([
      'Maeve Gannet signed Tue 10 Mar',
      'You to sign now',
      expect.stringMatching(/^Niamh Daly of .* after those before$/),
    ]);
  });

  it('is signed with a name, once it is said that it was read', async () => {
    const { asked } = show({ 'POST /api/portal/signatures/p1/sign': null });
    fireEvent.change(screen.getByLabelText('Your name, as you sign'), { target: { value: ' Orla Gannet ' } });
    fireEvent.click(screen.getByLabelText('I have read the document and agree with it'));
    fireEvent.click(screen.getByRole('button', { name: 'Sign' }));
    await waitFor(() => expect(sentTo(asked, 'POST /api/portal/signatures/p1/sign')).toEqual([{ signedAs: 'Orla Gannet', agreed: true }]));
  });

  it('keeps what was written until it is signed, also where the page was left', async () => {
    const { unmount } = show({ 'POST /api/portal/signatures/p1/sign': null });
    fireEvent.change(screen.getByLabelText('Your name, as you sign'), { target: { value: 'Orla Gannet' } });
    await waitFor(() => expect(window.localStorage.getItem('draft sign p1')).toContain('Orla Gannet'));
    unmount();
    show({ 'POST /api/portal/signatures/p1/sign': null });
    expect(screen.getByLabelText<HTMLInputElement>('Your name, as you sign').value).toBe('Orla Gannet');
    fireEvent.click(screen.getByLabelText('I have read the document and agree with it'));
    fireEvent.click(screen.getByRole('button', { name: 'Sign' }));
    await waitFor(() => expect(window.localStorage.getItem('draft sign p1')).toBeNull());
  });

  it('is not signed without a name, nor unread; what was typed stays', async () => {
    const { asked } = show();
    fireEvent.click(screen.getByRole('button', { name: 'Sign' }));
    expect(await screen.findByText('Write your name, as you sign.')).toBeDefined();
    expect(screen.getByText('Tick that you have read the document and agree with it.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Your name, as you sign'), { target: { value: 'Orla Gannet' } });
    await waitFor(() => expect(screen.queryByText('Write your name, as you sign.')).toBeNull());
    expect(screen.getByText('Tick that you have read the document and agree with it.')).toBeDefined();
    expect(asked.filter(({ what }) => what.startsWith('POST'))).toEqual([]);
  });

  it('is refused with a reason, which is asked for; whoever cancels can sign after all', async () => {
    const { asked } = show({ 'POST /api/portal/signatures/p1/refuse': null });
    fireEvent.click(screen.getByRole('button', { name: 'I do not sign this' }));
    fireEvent.click(screen.getByRole('button', { name: 'Refuse to sign' }));
    expect(await screen.findByText('Say why you do not sign it: we read it.')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(screen.getByRole('button', { name: 'Sign' })).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'I do not sign this' }));
    fireEvent.change(screen.getByLabelText('Why you do not sign'), { target: { value: 'The stock is wrong.' } });
    fireEvent.click(screen.getByRole('button', { name: 'Refuse to sign' }));
    await waitFor(() => expect(sentTo(asked, 'POST /api/portal/signatures/p1/refuse')).toEqual([{ reason: 'The stock is wrong.' }]));
  });

  it('shows at the field what the server finds wrong', async () => {
    show({ 'POST /api/portal/signatures/p1/sign': new Refused([{ field: 'signedAs', message: 'A name has at most 120 letters.' }]) });
    fireEvent.change(screen.getByLabelText('Your name, as you sign'), { target: { value: 'Orla' } });
    fireEvent.click(screen.getByLabelText('I have read the document and agree with it'));
    fireEvent.click(screen.getByRole('button', { name: 'Sign' }));
    expect(await screen.findByText('A name has at most 120 letters.')).toBeDefined();
    expect(screen.getByLabelText<HTMLInputElement>('Your name, as you sign').value).toBe('Orla');
  });
});

it.each([
  ['done', 'Signed Wed 11 Mar, thank you.'],
  ['refused', 'You refused to sign; we come back to you.'],
  ['not needed', 'It is not needed any more.'],
] as const)('what is %s says "%s", and the document can still be read', (stands, words) => {
  const { container } = stage(<PortalSignature ask={{ ...ASK, stands, doneAt: '2026-03-11T09:00:00Z' }} me={ME} />);
  expect(container.textContent).toContain(words);
  expect(screen.getByRole('link', { name: 'accounts-2025.pdf' })).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Sign' })).toBeNull();
});
