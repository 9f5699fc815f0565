import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import type { AskView, PartyView } from '@steady/contract/asks';
import type { SignaturePart } from '@steady/contract/signatures';
import { Refused, stage } from '../../../test/stage';
import { ChangeSignersLeaf } from './change-signers-leaf';
import { DayLeaf } from './day-leaf';
import { NumberLeaf } from './number-leaf';

const [CARA, DARA, EVE] = ['1', '2', '3'].map((end) => `0190a0a0-0000-7000-8000-00000000000${end}`) as [string, string, string];
const person = (id: string, name: string, signs = true) => ({ id, name, email: null, mobile: null, role: null, signs });
const party = (name: string, position: number, state: PartyView['state']): PartyView => ({
  id: name,
  contactId: name === 'Cara' ? CARA : name === 'Dara' ? DARA : EVE,
  memberId: null,
  name,
  position,
  state,
  turnSince: null,
  doneAt: null,
  wantedBy: null,
});
const ASK = { id: 'a1', jobId: 'j1', clientId: 'c1', parties: [party('Cara', 0, 'asked'), party('Dara', 1, 'ahead')] } as unknown as AskView<SignaturePart>;
const JOB = { contacts: [person(CARA, 'Cara'), person(DARA, 'Dara'), person(EVE, 'Eve'), person('x', 'Pat', false)] };

it('adds, leaves out and orders those who do not know of it yet', async () => {
  const onClose = vi.fn();
  const { asked } = stage(<ChangeSignersLeaf ask={ASK} onClose={onClose} />, {
    answers: { 'GET /api/jobs/j1': JOB, 'PUT /api/asks/a1/signers': null },
  });
  expect(await screen.findByText('Cara stays where they stand: whoever was told is replaced, not left out.')).toBeDefined();
  const lines = () => screen.getAllByRole('listitem').map(({ textContent }) => textContent);
  expect(lines()[0]).toContain('signs second');
  expect(lines()[1]).toContain('is not asked');
  expect(screen.queryByRole('button', { name: 'ask for a code by text message' })).toBeNull();
  fireEvent.click(screen.getByLabelText('Eve', { exact: false, selector: 'input' }));
  fireEvent.click(screen.getAllByLabelText('at the same time as the one before')[1]!);
  expect(lines()[1]).toContain('signs second');
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(asked.find(({ what }) => what === 'PUT /api/asks/a1/signers')!.sent).toEqual({ signerIds: [DARA, EVE], together: [EVE] });
});

it('says what the server finds too little', async () => {
  stage(<ChangeSignersLeaf ask={ASK} onClose={() => undefined} />, {
    answers: {
      'GET /api/jobs/j1': JOB,
      'PUT /api/asks/a1/signers': new Refused([{ field: 'signerIds', message: 'A director has to sign this; nobody chosen is one.' }]),
    },
  });
  fireEvent.click(await screen.findByLabelText('Dara', { exact: false, selector: 'input' }));
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('A director has to sign this; nobody chosen is one.')).toBeDefined();
});

it('a code goes to another number, or none is asked for', async () => {
  const onClose = vi.fn();
  const { asked } = stage(<NumberLeaf of={{ jobId: 'j1', clientId: 'c1' }} signer={party('Dara', 1, 'asked')} number="085 555 0142" onClose={onClose} />, {
    answers: { 'PUT /api/signers/Dara/number': null },
  });
  fireEvent.change(screen.getByLabelText('Number'), { target: { value: 'soon' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Give a telephone number in digits, for example 085 555 0142.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Number'), { target: { value: '' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(asked.at(-1)!.sent).toEqual({});
});

it('where no code was asked for, the number that is known of them stands there first', async () => {
  const { asked } = stage(<NumberLeaf of={{ jobId: 'j1', clientId: 'c1' }} signer={party('Dara', 1, 'asked')} number={undefined} onClose={() => undefined} />, {
    answers: { 'GET /api/jobs/j1': { contacts: [{ id: DARA, name: 'Dara', mobile: '085 555 0177' }] }, 'PUT /api/signers/Dara/number': null },
  });
  expect((await screen.findByLabelText<HTMLInputElement>('Number')).value).toBe('085 555 0177');
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(asked.at(-1)!.sent).toEqual({ number: '085 555 0177' }));
});

it('one signs by another day, or by that of all', async () => {
  const onClose = vi.fn();
  const signer = { ...party('Dara', 1, 'asked'), wantedBy: '2026-03-18' };
  const { asked } = stage(<DayLeaf signer={signer} wantedBy="2026-03-25" onClose={onClose} />, {
    answers: { 'PUT /api/signers/Dara/day': new Refused([{ field: 'by', message: 'Dara: this day is over. Give them some days.' }]) },
  });
  expect(screen.getByText(/it is the day of all who sign: Wed 25 Mar/)).toBeDefined();
  fireEvent.change(screen.getByLabelText('Sign by'), { target: { value: '2026-03-10' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Dara: this day is over. Give them some days.')).toBeDefined();
  expect(onClose).not.toHaveBeenCalled();
  expect(asked.at(-1)!.sent).toEqual({ by: '2026-03-10' });
});

it('knows the people of the client where it is of no job', async () => {
  const { asked } = stage(<NumberLeaf of={{ jobId: null, clientId: 'c1' }} signer={party('Dara', 1, 'asked')} number={undefined} onClose={() => undefined} />, {
    answers: { 'GET /api/clients/c1': { contacts: [{ id: DARA, name: 'Dara', mobile: '085 555 0177' }] } },
  });
  expect((await screen.findByLabelText<HTMLInputElement>('Number')).value).toBe('085 555 0177');
  expect(asked.some(({ what }) => what.startsWith('GET /api/jobs'))).toBe(false);
});
