import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { AnswerView, RequestItemView } from '@steady/contract/requests';
import { Refused, stage } from '../../../test/stage';
import { PortalItem } from './portal-item';

const answer = (more: Partial<AnswerView>): AnswerView => ({
  id: 'a1',
  kind: 'file',
  text: null,
  documentId: 'd1',
  documentName: 'bank.pdf',
  way: null,
  place: null,
  at: '2026-03-10T09:00:00Z',
  by: 'Bríd Foley',
  takenBackAt: null,
  mayTakeBack: false,
  ...more,
});
const item = (more: Partial<RequestItemView> = {}): RequestItemView => ({
  id: 'i1',
  name: 'Bank statement',
  description: null,
  period: null,
  wantedBy: null,
  link: null,
  exampleId: null,
  exampleName: null,
  elsewhere: null,
  state: 'asked',
  sentBackReason: null,
  question: false,
  answers: [],
  ...more,
});
const show = (of: RequestItemView, answers: Record<string, unknown> = {}) => stage(<PortalItem item={of} wantedBy="2026-03-20" />, { answers });

it('says which period is meant, by when this one, what an example looks like and where else it may be put', () => {
  show(item({ period: 'Feb 2026', description: 'all pages', wantedBy: '2026-03-16', link: 'https://files.example/in', exampleId: 'd9' }));
  expect(screen.getByRole('listitem').textContent).toContain('Bank statement, Feb 2026');
  expect(screen.getByRole('listitem').textContent).toContain('This one by Mon 16 Mar 2026');
  expect(screen.getByRole('link', { name: 'See an example' }).getAttribute('href')).toBe('/api/portal/items/i1/example');
  expect(screen.getByRole('link', { name: 'You may also put it here' }).getAttribute('href')).toBe('https://files.example/in');
});

it.each([
  ['Write the answer', 'Your answer', 'words'],
  ['It is somewhere else', 'Where it is: an address on the web, or a few words', 'elsewhere'],
  ['Does not apply', 'Why it does not apply', 'does-not-apply'],
  ['Ask a question', 'Your question', 'question'],
])('%s: sends the words, and keeps them where they are refused', async (link, label, route) => {
  const path = `POST /api/portal/items/i1/${route}`;
  const refused = show(item(), { [path]: new Refused([{ field: 'text', message: 'Write a few words.' }]) });
  fireEvent.click(screen.getByRole('button', { name: link }));
  fireEvent.change(screen.getByLabelText(label), { target: { value: 'two vans' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send' }));
  expect(await screen.findByText('Write a few words.')).toBeDefined();
  expect(screen.getByLabelText<HTMLTextAreaElement>(label).value).toBe('two vans');
  refused.unmount();
  const { asked } = show(item(), { [path]: null });
  fireEvent.click(screen.getByRole('button', { name: link }));
  fireEvent.change(screen.getByLabelText(label), { target: { value: 'two vans' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(asked.find((one) => one.what === path)?.sent).toEqual({ text: 'two vans' }));
});

it('takes back what nobody has looked at, and offers it for nothing else', async () => {
  const { asked } = show(
    item({ state: 'answered', answers: [answer({ mayTakeBack: true }), answer({ id: 'a2', documentName: 'old.pdf', takenBackAt: '2026-03-10T10:00:00Z' })] }),
    {
      'POST /api/portal/answers/a1/take-back': null,
    },
  );
  expect(screen.getByText(/old\.pdf, sent Tue 10 Mar/).textContent).toContain('taken back');
  fireEvent.click(screen.getByRole('button', { name: 'Take it back' }));
  await waitFor(() => expect(asked.map((one) => one.what)).toContain('POST /api/portal/answers/a1/take-back'));
  expect(screen.queryByRole('button', { name: 'Does not apply' })).toBeNull();
});

it('says that it came by post, and not what was written down of it', () => {
  show(item({ state: 'accepted', answers: [answer({ kind: 'in hand', documentId: null, documentName: null, way: 'by post' })] }));
  expect(screen.getByText(/Came by post, /)).toBeDefined();
  expect(screen.getByText('Accepted, thank you.')).toBeDefined();
  expect(screen.queryByLabelText('Files for Bank statement')).toBeNull();
});

it('keeps what is typed in the browser until the server has it, each for its own item and question', async () => {
  const path = 'POST /api/portal/items/i7/words';
  const open = (of: RequestItemView, answers = {}) => {
    const shown = show(of, answers);
    fireEvent.click(screen.getByRole('button', { name: 'Write the answer' }));
    return { ...shown, field: screen.getByLabelText<HTMLTextAreaElement>('Your answer') };
  };
  const first = open(item({ id: 'i7' }));
  fireEvent.change(first.field, { target: { value: 'half an answer' } });
  first.unmount();
  const other = open(item({ id: 'i8' }));
  expect(other.field.value).toBe('');
  other.unmount();
  const again = open(item({ id: 'i7' }), { [path]: null });
  expect(again.field.value).toBe('half an answer');
  fireEvent.click(screen.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(again.asked.find((one) => one.what === path)?.sent).toEqual({ text: 'half an answer' }));
  await waitFor(() => expect(screen.queryByLabelText('Your answer')).toBeNull());
  again.unmount();
  expect(open(item({ id: 'i7' })).field.value).toBe('');
});
