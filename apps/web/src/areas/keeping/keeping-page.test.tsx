import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { DueThings, HoldView, PeriodsView, YearlyList } from '@steady/contract/keeping';
import { stage } from '../../../test/stage';
import { HoldNote } from './hold-note';
import { KeepingPage } from './keeping-page';

const FOLDER = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a04';
const OTHER = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a05';
const CLIENT = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a06';
const PERIODS: PeriodsView = {
  version: 3,
  kinds: [
    { kind: 'documents', years: 7 },
    { kind: 'messages', years: null },
    { kind: 'answers', years: 7 },
    { kind: 'signing steps', years: 12 },
  ],
  folders: [
    { folderId: FOLDER, name: 'Identity papers', own: true, years: 5 },
    { folderId: OTHER, name: 'Payroll', own: false, years: 7 },
  ],
};
const due = (more: Partial<DueThings> = {}): DueThings => ({
  clientId: CLIENT,
  client: 'Creel & Smoke Ltd',
  kind: 'documents',
  folderId: FOLDER,
  folder: 'Identity papers',
  count: 2,
  through: '2023-09-30',
  why: '5 years from the end of the engagement on 30 Sep 2018: kept through 30 Sep 2023',
  ...more,
});
const LIST: YearlyList = { year: 2026, due: [due(), due({ kind: 'answers', folderId: null, folder: null, count: 4 })], decided: [] };
const HOLD: HoldView = {
  id: 'h1',
  clientId: CLIENT,
  client: 'Creel & Smoke Ltd',
  reason: 'enquiry into 2016',
  until: null,
  at: '2026-03-01T10:00:00Z',
  by: 'Niamh Daly',
  endedAt: null,
  endedBy: null,
};
const shown = (rights: string[], at = '/firm/keeping', more: object = {}) =>
  stage(<KeepingPage />, {
    rights: rights as never,
    at,
    answers: { 'GET /api/keeping/periods': PERIODS, 'GET /api/keeping/list': LIST, 'GET /api/keeping/holds': [HOLD], 'GET /api/team': [], ...more },
  });

it('destroys what is chosen, once it was seen what goes and what stays', async () => {
  const looked = { goes: 5, stays: [{ count: 1, why: 'it was given for signature' }] };
  const { asked } = shown(['run firm'], '/firm/keeping', { 'POST /api/keeping/look': looked, 'POST /api/keeping/decide': looked });
  expect(await screen.findByText(/2 lines on the list of 2026 to decide on/)).toBeDefined();
  const destroy = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Destroy' });
  expect(destroy().disabled).toBe(true);
  fireEvent.click(screen.getByRole('checkbox', { name: /Documents in Identity papers/ }));
  fireEvent.click(destroy());
  expect(await screen.findByText('1 stays: it was given for signature')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Destroy 5 things for good' }));
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ things: [{ clientId: CLIENT, kind: 'documents', folderId: FOLDER }], destroy: true }));
  expect(await screen.findByText('5 things destroyed.')).toBeDefined();
});

it('keeps longer only until a day and for a reason', async () => {
  const { asked } = shown(['run firm'], '/firm/keeping', { 'POST /api/keeping/decide': { goes: 0, stays: [] } });
  fireEvent.click(await screen.findByRole('checkbox', { name: /, Answers$/ }));
  fireEvent.click(screen.getByRole('button', { name: 'Keep longer' }));
  const keep = () => fireEvent.click(screen.getByRole('button', { name: 'Keep it longer' }));
  keep();
  expect(await screen.findByText('Say why they are kept longer.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Through'), { target: { value: '31 Dec 2027' } });
  fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'The lease runs on' } });
  keep();
  await waitFor(() =>
    expect(asked.at(-1)?.sent).toEqual({
      things: [{ clientId: CLIENT, kind: 'answers', folderId: null }],
      destroy: false,
      keepThrough: '2027-12-31',
      reason: 'The lease runs on',
    }),
  );
});

it('sets years by kind and folder: nothing typed is for good, and a folder follows documents until it has a time of its own', async () => {
  const { asked } = shown(['run firm'], '/firm/keeping?view=periods', { 'PUT /api/keeping/periods': null });
  fireEvent.change(await screen.findByLabelText('Answers'), { target: { value: '' } });
  fireEvent.click(screen.getByLabelText('Payroll has a time of its own'));
  fireEvent.change(await screen.findByLabelText('Years for Payroll'), { target: { value: '0' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Give a number of years from 1 to 100, or keep it for good.')).toBeDefined();
  fireEvent.change(screen.getByLabelText('Years for Payroll'), { target: { value: '6' } });
  fireEvent.click(screen.getByLabelText('Identity papers has a time of its own'));
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(asked.at(-1)?.sent).toEqual({
      version: 3,
      kinds: [
        { kind: 'documents', years: 7 },
        { kind: 'messages', years: null },
        { kind: 'answers', years: null },
        { kind: 'signing steps', years: 12 },
      ],
      folders: [{ folderId: OTHER, years: 6 }],
    }),
  );
});

it('shows whoever does not run the firm how long things are kept and what is held, and nothing to decide', async () => {
  shown(['see clients']);
  expect(await screen.findByLabelText('Documents')).toBeDefined();
  expect(screen.queryByRole('button', { name: 'May be destroyed' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Holds' }));
  const holds = within(await screen.findByRole('table', { name: 'Holds' }));
  expect(holds.getByText('enquiry into 2016')).toBeDefined();
  expect(holds.queryByRole('button', { name: 'End the hold of Creel & Smoke Ltd' })).toBeNull();
});

it('says at a client that everything of it is held, but not once the hold is over or ended', async () => {
  const over = { ...HOLD, id: 'h2', reason: 'long over', until: '2026-03-10' };
  const ended = { ...HOLD, id: 'h3', reason: 'ended one', endedAt: '2026-03-05T10:00:00Z', endedBy: 'Eimear Walsh' };
  stage(<HoldNote clientId={CLIENT} />, { answers: { 'GET /api/keeping/holds': [HOLD, over, ended] } });
  expect(await screen.findByText('enquiry into 2016')).toBeDefined();
  expect(screen.queryByText('long over')).toBeNull();
  expect(screen.queryByText('ended one')).toBeNull();
});
