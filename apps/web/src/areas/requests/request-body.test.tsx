import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { AskView } from '@steady/contract/asks';
import type { RequestItemView, RequestPart } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { RequestBody } from './request-body';

const item = (name: string, state: RequestItemView['state'], more = {}) => ({ id: name, name, description: '', state, answers: [], question: null, ...more });
const show = (state: AskView['state'], ...items: object[]) => {
  const ask = { id: 'a1', state, part: { items } } as never as AskView<RequestPart>;
  return stage(<RequestBody ask={ask} />, { rights: ['do work'], answers: {} }).container.textContent;
};

it('says what became of each thing that was asked for, and what is still wanted', () => {
  const said = show('with the client', item('Bank', 'asked'), item('Sales', 'accepted'), item('Stock', 'sent back', { sentBackReason: 'Page 2 is missing.' }));
  expect(said).toContain('Bank asked');
  expect(said).toContain('Sales accepted');
  expect(said).toContain('Sent back: “Page 2 is missing.”');
});

it('wants nothing any more of a request that was withdrawn; what came stays as it was', () => {
  const said = show('withdrawn', item('Bank', 'asked'), item('Sales', 'accepted'), item('Stock', 'sent back', { sentBackReason: 'Page 2 is missing.' }));
  expect(said).toContain('Bank no longer wanted');
  expect(said).toContain('Stock no longer wanted');
  expect(said).toContain('Sales accepted');
  expect(said).not.toContain('Page 2 is missing');
  expect(screen.queryByRole('button', { name: 'Accept' })).toBeNull();
});

const said = (kind: string, more = {}) => ({
  id: kind,
  kind,
  text: null,
  documentId: null,
  documentName: null,
  way: null,
  place: null,
  at: '2026-03-10T09:00:00Z',
  by: 'Bríd Foley',
  takenBackAt: null,
  mayTakeBack: false,
  ...more,
});
const act = (one: object, answers: Record<string, unknown> = {}) => {
  const ask = { id: 'a1', state: 'with the client', part: { items: [item('Stock', 'asked'), one] } } as never as AskView<RequestPart>;
  return stage(<RequestBody ask={ask} />, { rights: ['do work'], answers });
};

it('says what came in which way, with addresses that lead there', () => {
  const answers = [
    said('words', { text: 'two vans' }),
    said('elsewhere', { text: 'see https://files.example/2026 there' }),
    said('in hand', { way: 'by post', text: 'the folder', place: 'shelf 4', by: 'Aoife Ryan' }),
    said('file', { documentId: 'd1', documentName: 'old.pdf', takenBackAt: '2026-03-10T10:00:00Z' }),
  ];
  const { container } = act(
    item('Bank', 'answered', { answers, period: 'Feb 2026', wantedBy: '2026-03-09', link: null, exampleId: 'd9', exampleName: 'as last year' }),
  );
  expect(container.textContent).toContain('Bank, Feb 2026');
  expect(container.textContent).toContain('Answers: “two vans”');
  expect(screen.getByRole('link', { name: 'https://files.example/2026' }).getAttribute('rel')).toBe('noreferrer noopener');
  expect(container.textContent).toContain('Came by post: the folder; it lies: shelf 4');
  expect(container.textContent).toMatch(/old\.pdf Bríd Foley, .*, taken back/);
  expect(screen.getByRole('link', { name: 'example: as last year' }).getAttribute('href')).toBe('/api/documents/d9/content');
});

it('says that the own day of a thing is past, as long as it is wanted', () => {
  expect(act(item('Bank', 'asked', { wantedBy: '2026-03-09' })).container.textContent).toContain('wanted by Mon 9 Mar 2026, overdue');
  expect(act(item('Rent', 'accepted', { wantedBy: '2026-03-09' })).container.textContent).not.toMatch(/Rent accepted.*overdue/);
});

it('takes in what came otherwise: how is asked for, the rest may stay empty', async () => {
  const { asked } = act(item('Bank', 'asked'), { 'POST /api/request-items/Bank/take-in': null });
  fireEvent.click(screen.getAllByRole('button', { name: 'Received otherwise' })[1]!);
  const leaf = await screen.findByRole('dialog', { name: 'Bank is in' });
  fireEvent.click(within(leaf).getByRole('button', { name: 'It is in' }));
  await within(leaf).findByText('Say how it came.');
  fireEvent.click(within(leaf).getByLabelText('by telephone'));
  fireEvent.click(within(leaf).getByRole('button', { name: 'It is in' }));
  await screen.findByText('Bank is in, by telephone. No message was sent.');
  expect(asked.find((one) => one.what === 'POST /api/request-items/Bank/take-in')?.sent).toEqual({ way: 'by telephone' });
});

it('notes that what was taken in did not come after all', async () => {
  const { asked } = act(item('Bank', 'answered', { answers: [said('in hand', { way: 'in person' })] }), {
    'POST /api/request-answers/in hand/take-back': null,
    'POST /api/request-answers/in%20hand/take-back': null,
  });
  fireEvent.click(screen.getByRole('button', { name: 'It did not come after all' }));
  await waitFor(() => expect(asked.some((one) => one.what.endsWith('/take-back'))).toBe(true));
});
