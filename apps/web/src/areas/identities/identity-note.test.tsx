import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { IdentityView } from '@steady/contract/identities';
import { Refused, stage } from '../../../test/stage';
import { IdentityNote } from './identity-note';

const PERSON = { id: 'p1', name: 'Bríd Foley' };
const SEEN: IdentityView = {
  id: 'i1',
  way: 'papers seen',
  what: 'passport',
  number: 'PX 0142',
  on: '2026-03-02',
  goodUntil: '2027-05-01',
  by: 'Niamh Daly',
  isGood: true,
};
const show = (all: IdentityView[], rights: ('change clients' | 'see clients')[] = ['change clients'], answers: object = {}) =>
  stage(<IdentityNote person={PERSON} />, { rights, answers: { 'GET /api/contacts/p1/identities': all, ...answers } });

it('says how somebody was confirmed, until when that is good, and what has run out', async () => {
  show([SEEN, { ...SEEN, id: 'i2', way: 'check passed', what: 'Sure Checks', number: null, goodUntil: '2026-03-01', isGood: false }], []);
  expect(await screen.findByText('Passport seen by Niamh Daly on Mon 2 Mar 2026')).toBeDefined();
  expect(screen.getByText(/good until .*1 May 2027/)).toBeDefined();
  expect(screen.getByText(/ran out .*1 Mar/)).toBeDefined();
  expect(screen.queryByRole('button')).toBeNull();
});

it('has it noted, with what is wrong at its field', async () => {
  const { asked } = show([], ['change clients'], {
    'POST /api/contacts/p1/identities': new Refused([{ field: 'goodUntil', message: 'It has run out already.' }]),
  });
  expect(await screen.findByText('Nobody has noted how we know who they are.')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Note how it was confirmed' }));
  const leaf = within(await screen.findByRole('dialog'));
  fireEvent.click(leaf.getByRole('button', { name: 'Note it' }));
  expect(await leaf.findByText('Say which papers were seen, or who checked.')).toBeDefined();
  fireEvent.change(leaf.getByLabelText('Which papers'), { target: { value: 'passport' } });
  fireEvent.click(leaf.getByRole('button', { name: 'Note it' }));
  expect(await leaf.findByText('It has run out already.')).toBeDefined();
  expect(asked.find(({ what }) => what.startsWith('POST'))!.sent).toEqual({ way: 'papers seen', what: 'passport', on: '2026-03-11' });
  expect(leaf.getByLabelText<HTMLInputElement>('Which papers').value).toBe('passport');
  fireEvent.change(leaf.getByLabelText('How'), { target: { value: 'check passed' } });
  expect(leaf.getByLabelText('Who checked')).toBeDefined();
});

it('takes back what was noted in error, after it was asked about', async () => {
  const { asked } = show([SEEN], ['change clients'], { 'DELETE /api/identities/i1': null });
  fireEvent.click(await screen.findByRole('button', { name: 'Take it back' }));
  fireEvent.click(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Take it back' }));
  await waitFor(() => expect(asked.some(({ what }) => what === 'DELETE /api/identities/i1')).toBe(true));
});
