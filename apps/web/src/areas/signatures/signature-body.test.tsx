import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { NO_EVIDENCE } from '@steady/core/signing';
import type { AskView, PartyView } from '@steady/contract/asks';
import type { SignaturePart, SigningView } from '@steady/contract/signatures';
import { type Asked, stage } from '../../../test/stage';
import { SignatureBody } from './signature-body';

const party = (id: string, more: Partial<PartyView> = {}): PartyView => ({
  id,
  contactId: null,
  memberId: null,
  name: `${id} Gannet`,
  position: 0,
  state: 'asked',
  turnSince: '2026-03-11T08:00:00Z',
  wantedBy: null,
  doneAt: null,
  ...more,
});
const signing = (partyId: string, more: Partial<SigningView> = {}): SigningView => ({
  partyId,
  signedAt: '2026-03-11T09:00:00Z',
  signedAs: `${partyId} G.`,
  onPaperBy: null,
  scanId: null,
  ...more,
});
/** Nothing is asked of a signature but that it is given. */
const ASKED = { kind: null, evidence: NO_EVIDENCE, terms: null, holdsFiling: false, codes: [] };
const ask = (parties: PartyView[], signings: SigningView[] = [], more: Partial<AskView> = {}) =>
  ({
    id: 'a1',
    state: 'with the client',
    jobId: 'j1',
    words: null,
    forUs: [],
    parties,
    part: { documentId: 'd1', documentName: 'accounts.pdf', signings, fields: { count: 0, pages: 0 }, expiresOn: null, copy: null, copyFault: null, ...ASKED },
    ...more,
  }) as AskView<SignaturePart>;
const show = (given: AskView<SignaturePart>, answers: Record<string, unknown> = {}) =>
  stage(<SignatureBody ask={given} />, { rights: ['do work'], answers: { 'GET /api/jobs/j1': { documents: [] }, ...answers } });
const lines = () =>
  screen
    .getAllByRole('listitem')
    .map((line) =>
      line.textContent?.replace('Signed on paper', '').replace('Somebody else signs', '').replace('Another day', '').replace('Ask for a code', '').trim(),
    );

it('says of each signer where it stands, in their order', () => {
  show(
    ask(
      [
        party('Aidan'),
        party('Maeve', { turnSince: '2026-03-06T08:00:00Z' }),
        party('Orla', { state: 'to be told' }),
        party('Tadhg', { turnSince: null }),
        party('Una', { state: 'refused' }),
        party('Ciara', { state: 'done' }),
        party('Pat', { state: 'done' }),
      ],
      [signing('Ciara'), signing('Pat', { signedAs: null, onPaperBy: 'Niamh Daly', scanId: 's1' })],
    ),
  );
  const [aidan, maeve, orla, tadhg, una, ciara, pat] = lines();
  expect(aidan).toBe('Aidan Gannetasked today');
  expect(maeve).toContain('we wait for 5 days');
  expect(orla).toContain('nobody to write to: have it signed on paper');
  expect(tadhg).toContain('is asked when it is their turn');
  expect(una).toContain('refused');
  expect(ciara).toContain('signed as “Ciara G.”');
  expect(pat).toContain('signed on paper, noted by Niamh Daly');
  expect(within(screen.getAllByRole('listitem')[6]!).getByRole('link', { name: 'the scan' }).getAttribute('href')).toBe('/api/documents/s1/content');
});

it('says by which day one of several signs, and that of all where it was moved before theirs; once it is over it stands out', () => {
  const both = [party('Aidan', { wantedBy: '2026-03-10' }), party('Maeve', { wantedBy: '2026-03-27', state: 'ahead', turnSince: null })];
  show({ ...ask(both), wantedBy: '2026-03-25' });
  expect(screen.getByText('was to sign by Tue 10 Mar').className).toBe('late');
  expect(screen.getByText('by Wed 25 Mar').className).not.toBe('late');
});

it('asks nobody any more once it is withdrawn, and lets nobody note a signature', () => {
  show(ask([party('Aidan'), party('Maeve', { state: 'done' })], [signing('Maeve')], { state: 'withdrawn' }));
  expect(lines()[0]).toBe('Aidan Gannetwas not asked any more');
  expect(lines()[1]).toContain('signed as');
  expect(screen.queryByRole('button', { name: 'Signed on paper' })).toBeNull();
});

it('says who refused, and why', () => {
  const { container } = show(
    ask([party('Aidan', { state: 'refused' })], [], { state: 'refused', forUs: [{ why: 'Aidan Gannet: the stock is wrong' }] as never }),
  );
  expect(container.textContent).toContain('Refused by Aidan Gannet: the stock is wrong');
});

it('offers nothing to whoever may not do work', () => {
  stage(<SignatureBody ask={ask([party('Aidan')])} />);
  expect(screen.queryByRole('button', { name: 'Signed on paper' })).toBeNull();
});

const posted = (asked: Asked) => asked.filter(({ what }) => what === 'POST /api/signers/Aidan/on-paper').map(({ sent }) => sent);

it('notes a signature on paper with its day, today where none is given', async () => {
  const { asked } = show(ask([party('Aidan')]), { 'POST /api/signers/Aidan/on-paper': null });
  fireEvent.click(screen.getByRole('button', { name: 'Signed on paper' }));
  expect(await screen.findByRole('dialog', { name: 'Aidan Gannet signed on paper' })).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Note the signature' }));
  await waitFor(() => expect(posted(asked)).toEqual([{ on: '2026-03-11' }]));
  expect(await screen.findByText('Noted: Aidan Gannet signed on paper.')).toBeDefined();
  expect(screen.queryByRole('dialog')).toBeNull();
});

it('wants the day on which it was signed', async () => {
  const { asked } = show(ask([party('Aidan')]), { 'POST /api/signers/Aidan/on-paper': null });
  fireEvent.click(screen.getByRole('button', { name: 'Signed on paper' }));
  const day = await screen.findByLabelText('Signed on');
  fireEvent.change(day, { target: { value: '' } });
  fireEvent.blur(day);
  fireEvent.click(screen.getByRole('button', { name: 'Note the signature' }));
  expect(await screen.findByText('Say on which day it was signed.')).toBeDefined();
  expect(posted(asked)).toEqual([]);
});

describe('the signed copy', () => {
  const done = (part: object, answers: Record<string, unknown> = {}) => {
    const given = ask([party('Aidan', { state: 'done' })], [signing('Aidan')], { state: 'done' });
    return show({ ...given, part: { ...given.part, ...part } }, answers);
  };

  it('is there with when it was sealed, or is being made', () => {
    const { container, unmount } = done({ copy: { id: 'c1', name: 'accounts, signed.pdf', bytes: 10, sealedAt: '2026-03-11T09:05:00Z' } });
    expect(screen.getByRole('link', { name: 'accounts, signed.pdf' }).getAttribute('href')).toBe('/api/documents/c1/content');
    expect(container.textContent).toContain('with its signing record, sealed');
    unmount();
    expect(done({}).container.textContent).toContain('The signed copy is being made.');
  });

  it('that could not be made says why, and is tried again', async () => {
    const { asked } = done({ copyFault: 'The time authority does not answer.' }, { 'POST /api/asks/a1/signed-copy': null });
    expect(screen.getByText(/could not be made: The time authority does not answer/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await waitFor(() => expect(asked.some(({ what }) => what === 'POST /api/asks/a1/signed-copy')).toBe(true));
  });
});
