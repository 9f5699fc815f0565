import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { describe, expect, it } from 'vitest';
import type { SignedFile } from '@steady/core/signing';
import type { CheckSealDoor, SealView } from '@steady/contract/seals';
import type { TodayView } from '@steady/contract/today';
import { Refused, stage } from '../../../test/stage';
import { CheckSealPage } from './check-seal-page';
import { Found } from './found';
import { SealPage } from './seal-page';
import { SealNote } from './today-note';

const NOW = { fingerprint: 'AAAA BBBB', from: '2026-03-01T09:00:00Z', until: '2031-03-01T00:00:00Z', issued: null, replacedAt: null };
const OLD = { fingerprint: 'CCCC DDDD', from: '2024-01-08T09:00:00Z', until: '2029-01-08T00:00:00Z', issued: null, replacedAt: '2026-03-01T09:00:00Z' };
const DOOR: CheckSealDoor = { firm: 'Marram & Tern', hasLogo: false, zone: 'Europe/Dublin', certificates: [NOW, OLD] };
const FOUND: SignedFile = {
  seals: [{ by: 'Marram & Tern', ...NOW, stamp: { at: '2026-03-11T10:00:00.000Z', by: 'Harbour time' }, holds: true, wrong: null, added: 0 }],
  record: {
    form: 'signing record 1',
    firm: 'Marram & Tern',
    client: 'Gannet Smokery Ltd',
    title: 'Accounts 2025',
    document: { name: 'accounts.pdf', bytes: 100, sha256: 'ab'.repeat(32) },
    askedBy: 'Niamh Daly',
    signers: [
      {
        name: 'Orla Gannet',
        signedAs: 'O. Gannet',
        at: '2026-03-11T09:00:00Z',
        email: 'orla@gannet.example',
        from: '203.0.113.7',
        notedBy: null,
        hasScan: false,
      },
    ],
    steps: [{ at: '2026-03-10T09:00:00Z', who: 'Niamh Daly', did: 'gave it for signature' }],
    zone: 'Europe/Dublin',
  },
  beginsAsSigned: true,
};
const found = (more: Partial<SignedFile> = {}) =>
  render(<Found of={{ of: { name: 'copy.pdf', size: 1_200 }, found: { ...FOUND, ...more }, isUnread: false }} door={DOOR} />).container;

describe('what a check found', () => {
  it('says that it is whole, by whom and when it was sealed, and shows how it was signed', () => {
    const { textContent } = found();
    expect(textContent).toContain('✓Sealed by Marram & Tern, and unchanged since');
    expect(textContent).toContain('It was sealed Wed 11 Mar 2026, 10:00:00 (UTC), as Harbour time stamped it.');
    expect(textContent).toContain('Orla Gannet signed as “O. Gannet”, Wed 11 Mar 2026, 09:00:00 (UTC)');
    expect(textContent).toContain('in the portal, entered by a code sent to orla@gannet.example, from 203.0.113.7');
  });

  it.each([
    ['is broken', { holds: false, wrong: 'What was sealed was changed after it was sealed.' }, '✗The seal of this file is broken'],
    ['is of somebody else', { fingerprint: 'EEEE' }, '?It is not sealed by Marram & Tern'],
    ['has something behind it', { added: 20 }, '?Something was added after it was sealed'],
  ])('shows no record where the seal %s', (_, seal, title) => {
    const { textContent } = found({ seals: [{ ...FOUND.seals[0]!, ...seal }] });
    expect(textContent).toContain(title);
    expect(textContent).not.toContain('Its signing record');
  });

  it('says what to do where the file could not be read', () => {
    render(<Found of={{ of: { name: 'copy.pdf', size: 0 }, found: null, isUnread: true }} door={DOOR} />);
    expect(screen.getByText('It may have been moved or is too large for this browser. Choose it again.')).toBeDefined();
  });
});

const at = (path: string, page: string, element: React.ReactNode, answers: Record<string, unknown>) =>
  stage(
    <Routes>
      <Route path={path} element={element} />
    </Routes>,
    { at: page, answers, rights: ['run firm'] },
  );

describe('the page on which a seal is checked', () => {
  const show = (answers: Record<string, unknown>) => at('/check-seal/:address', '/check-seal/marram-tern', <CheckSealPage />, answers);

  it('publishes the fingerprints of the firm, also of those that were replaced', async () => {
    const { container } = show({ 'GET /api/check-seal/marram-tern': DOOR });
    expect(await screen.findByText('AAAA BBBB')).toBeDefined();
    expect(container.textContent).toContain('seals since 1 Mar 2026, good until 1 Mar 2031');
    expect(container.textContent).toContain('CCCC DDDDsealed from 8 Jan 2024 to 1 Mar 2026, then replaced');
    expect(screen.getByRole('button', { name: 'Choose the file' })).toBeDefined();
  });
});

describe('the seal of the firm', () => {
  const SEAL: SealView = { current: NOW, older: [OLD], address: 'marram-tern' };
  const show = (of: SealView) => at('/firm/seal', '/firm/seal', <SealPage />, { 'GET /api/seal': of, 'POST /api/seal/replace': null });

  it('is replaced only after it was said what that means', async () => {
    const { asked } = show(SEAL);
    fireEvent.click(await screen.findByRole('button', { name: 'Replace it' }));
    expect(screen.getByText(/It cannot be taken back/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(asked.some(({ what }) => what.startsWith('POST'))).toBe(false);
    fireEvent.click(screen.getByRole('button', { name: 'Replace it' }));
    fireEvent.click(screen.getByRole('button', { name: 'Put another one in its place' }));
    await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/seal/replace')?.sent).toEqual({ fingerprint: 'AAAA BBBB' }));
  });

  it('says, before there is one, when it is made', async () => {
    show({ current: null, older: [], address: null });
    expect(await screen.findByText(/The certificate is made with the first document that all have signed/)).toBeDefined();
    expect(screen.queryByRole('button', { name: 'Replace it' })).toBeNull();
  });

  it('takes a certificate that was brought, and says what is wrong with one at its field', async () => {
    const answers: Record<string, unknown> = {
      'GET /api/seal': SEAL,
      'POST /api/seal/bring': new Refused([{ field: 'password', message: 'The password does not open it.' }]),
    };
    const { asked } = at('/firm/seal', '/firm/seal', <SealPage />, answers);
    fireEvent.click(await screen.findByRole('button', { name: 'Bring a certificate' }));
    fireEvent.click(screen.getByRole('button', { name: 'Seal with it from now on' }));
    expect(await screen.findByText('Choose the file that ends in .p12 or .pfx. It is a small one.')).toBeDefined();
    const file = new File([new Uint8Array([1, 2, 3])], 'seal.p12');
    fireEvent.change(document.querySelector('input[type=file]')!, { target: { files: [file] } });
    expect(await screen.findByText('seal.p12')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Its password'), { target: { value: 'tide' } });
    fireEvent.click(screen.getByRole('button', { name: 'Seal with it from now on' }));
    expect(await screen.findByText('The password does not open it.')).toBeDefined();
    answers['POST /api/seal/bring'] = null;
    fireEvent.click(screen.getByRole('button', { name: 'Seal with it from now on' }));
    expect(await screen.findByText('It seals from now on.')).toBeDefined();
    expect(asked.findLast(({ what }) => what === 'POST /api/seal/bring')!.sent).toEqual({ file: 'AQID', password: 'tide' });
  });

  it('names who issued it, and warns on Today before it runs out and after', async () => {
    show({ ...SEAL, current: { ...NOW, issued: { to: 'Marram & Tern', by: 'Harbour certificates' } } });
    expect(await screen.findByText(/issued to Marram & Tern by Harbour certificates/)).toBeDefined();
    expect(screen.getByText(/you are reminded on Today from 60 days before/)).toBeDefined();
    const note = (sealRunsOut: string | null) => stage(<SealNote today={{ sealRunsOut } as TodayView} />).container.textContent;
    expect(note('2026-04-02T10:00:00Z')).toContain('The certificate runs out');
    expect(note('2026-03-02T10:00:00Z')).toContain('nothing is sealed.');
    expect(note(null)).not.toContain('certificate');
  });
});
