import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { newField } from '@steady/core/signing';
import type { JobView } from '@steady/contract/jobs';
import { stage } from '../../../test/stage';
import { GiveInJob } from './signature-leaf';

const [AIDAN, MAEVE, PAT] = ['1', '2', '3'].map((end) => `0190a0a0-0000-7000-8000-00000000000${end}`) as [string, string, string];
const PDF = '0190a0a0-0000-7000-8000-00000000000d';
const JOB = {
  id: 'j1',
  name: 'Accounts, year to 31 Dec 2025',
  documents: [
    { id: 'sheet', name: 'stock.xlsx', kind: 'application/vnd.ms-excel' },
    { id: PDF, name: 'accounts.pdf', kind: 'application/pdf' },
  ],
  contacts: [
    { id: AIDAN, name: 'Aidan Gannet', email: 'aidan@gannet.example', role: 'director', mobile: '085 555 0142', signs: true },
    { id: MAEVE, name: 'Maeve Gannet', email: null, signs: true },
    { id: PAT, name: 'Pat Gannet', email: 'pat@gannet.example', signs: false },
  ],
} as unknown as JobView;
const KIND = '0190a0a0-0000-7000-8000-00000000000e';
const KINDS = [
  {
    id: KIND,
    version: 1,
    name: 'Letter of engagement',
    words: 'Please read both before you sign.',
    evidence: { byText: true, capacity: 'director', atLeast: 1 },
    terms: 'Terms of engagement',
    recordFirst: false,
    holdsFiling: true,
    mayHandOn: false,
    fields: [newField({ id: 'a', kind: 'signature', signer: 0, page: 1 }, { x: 200, y: 600 }, { width: 595, height: 842 })],
    signers: 1,
    used: 4,
  },
];
const to = (name: string) => ({
  to: name,
  address: `${name}@gannet.example`,
  subject: 'To sign',
  body: 'Please sign.',
  goesOut: { at: '2026-03-11T09:00:00Z', why: null },
});
const show = (preview: unknown = { messages: [to('Aidan Gannet')], nobody: [] }, job: Partial<JobView> = {}) =>
  stage(<GiveInJob job={{ ...JOB, ...job }} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: {
      'GET /api/signing-kinds': KINDS,
      'GET /api/terms': [{ id: 't2', name: 'Terms of engagement', edition: 2, text: 'Ours', at: '2026-01-01T09:00:00Z', by: 'Orla', agreed: 3, earlier: [] }],
      'POST /api/jobs/j1/signatures/preview': preview,
      'POST /api/jobs/j1/signatures': { id: 'a1' },
    },
  });
/** What was sent, without what was read. */
const sentOf = (asked: { what: string }[]) => asked.map(({ what }) => what).filter((what) => what.startsWith('POST'));
const look = () => fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
const signers = () => screen.getAllByRole('listitem').map((line) => line.textContent);

it('proposes the PDF of the job, its name, the first who signs, and eight working days', async () => {
  const { asked } = show();
  expect(screen.getByLabelText<HTMLSelectElement>('Document').value).toBe(PDF);
  expect(screen.queryByRole('option', { name: 'stock.xlsx' })).toBeNull();
  expect(signers()).toEqual([
    'Aidan Gannet, director aidan@gannet.exampleask for a code by text messagesigns first',
    'Maeve Gannet no email addressis not asked',
  ]);
  look();
  expect(await screen.findByText('A message goes to', { exact: false })).toBeDefined();
  expect(asked.at(-1)!.sent).toEqual({ documentId: PDF, title: JOB.name, signerIds: [AIDAN], dueOn: '2026-03-23', now: false });
});

it('has people sign in the order in which they stand, whoever was ticked first', async () => {
  const { asked } = show();
  fireEvent.click(screen.getByLabelText('Maeve Gannet', { exact: false, selector: 'input' }));
  expect(signers()[1]).toContain('signs second');
  fireEvent.keyDown(screen.getByRole('button', { name: /Aidan Gannet/ }), { key: 'ArrowDown' });
  expect(signers().map((line) => line?.slice(0, 5))).toEqual(['Maeve', 'Aidan']);
  expect(signers()[0]).toContain('signs first');
  look();
  await screen.findByText('Before it goes');
  expect((asked.at(-1)!.sent as { signerIds: string[] }).signerIds).toEqual([MAEVE, AIDAN]);
  expect(screen.getByText('1 more person will be asked when it is their turn.')).toBeDefined();
});

it('is sent once it was looked at, and not before', async () => {
  const { asked } = show();
  look();
  fireEvent.click(await screen.findByRole('button', { name: 'Send to Aidan Gannet' }));
  await waitFor(() => expect(sentOf(asked)).toEqual(['POST /api/jobs/j1/signatures/preview', 'POST /api/jobs/j1/signatures']));
  expect(await screen.findByText('Sent to Aidan Gannet.')).toBeDefined();
});

it('one of them signs by a day of their own, or as the others again', async () => {
  const { asked } = show();
  fireEvent.click(screen.getByLabelText('Maeve Gannet', { exact: false, selector: 'input' }));
  fireEvent.click(screen.getAllByRole('button', { name: 'by a day of their own' })[0]!);
  const day = screen.getByLabelText('Day by which Aidan Gannet signs');
  fireEvent.change(day, { target: { value: '2026-03-18' } });
  fireEvent.blur(day);
  look();
  await screen.findByText('Before it goes');
  expect(asked.at(-1)!.sent).toMatchObject({ days: [{ contactId: AIDAN, by: '2026-03-18' }] });
  fireEvent.click(screen.getByRole('button', { name: 'Back to the words' }));
  fireEvent.click(screen.getByRole('button', { name: 'as the others' }));
  look();
  await waitFor(() => expect(sentOf(asked)).toHaveLength(2));
  expect(asked.filter(({ what }) => what.endsWith('/preview')).at(-1)!.sent).not.toHaveProperty('days');
});

it('offers an invitation to whoever never came into the portal, and sends it only where that is ticked', async () => {
  const { asked } = show({ messages: [to('Aidan Gannet')], nobody: [], neverIn: ['Aidan Gannet'] });
  look();
  fireEvent.click(await screen.findByLabelText('Aidan Gannet never came into the portal: send an invitation as well'));
  fireEvent.click(screen.getByRole('button', { name: 'Send to Aidan Gannet' }));
  await waitFor(() => expect(sentOf(asked)).toHaveLength(2));
  expect(asked.filter(({ what }) => what === 'POST /api/jobs/j1/signatures').at(-1)!.sent).toMatchObject({ invite: true });
});

it('goes back to the words with what was typed, and is looked at anew', async () => {
  const { asked } = show();
  fireEvent.change(screen.getByLabelText('What is signed'), { target: { value: 'The accounts' } });
  look();
  fireEvent.click(await screen.findByRole('button', { name: 'Back to the words' }));
  expect(screen.getByLabelText<HTMLInputElement>('What is signed').value).toBe('The accounts');
  fireEvent.change(screen.getByLabelText('Explanation'), { target: { value: 'As we spoke of it.' } });
  look();
  await screen.findByText('Before it goes');
  expect(sentOf(asked)).toEqual(['POST /api/jobs/j1/signatures/preview', 'POST /api/jobs/j1/signatures/preview']);
  expect(asked.filter(({ what }) => what.startsWith('POST')).at(-1)!.sent).toMatchObject({ title: 'The accounts', words: 'As we spoke of it.' });
});

it('says whom nobody can write to, and what takes its place', async () => {
  show({ messages: [], nobody: [{ name: 'Maeve Gannet', why: 'has no email address' }] });
  look();
  expect(await screen.findByText('Nobody is notified: Maeve Gannet has no email address.')).toBeDefined();
  expect(screen.getByText(/A task to have it signed on paper takes its place/)).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Record it, no message is sent' }));
  expect(await screen.findByText('Recorded. No message is sent; there is a task for it instead.')).toBeDefined();
});

it('asks for a document and for signers where there are none, and says where they come from', async () => {
  const { asked } = show(undefined, { documents: [], contacts: [] });
  expect(screen.getByRole('option', { name: 'no PDF here yet: add one' })).toBeDefined();
  expect(screen.getByText(/Nobody signs for this client yet\. Set who does/)).toBeDefined();
  look();
  expect(await screen.findByText('Choose who signs.')).toBeDefined();
  expect(screen.getByText('Choose the document to be signed.')).toBeDefined();
  expect(sentOf(asked)).toEqual([]);
});

it('takes from its kind the words, the terms, the numbers that are known, and says what is asked', async () => {
  const { asked } = show();
  fireEvent.change(await screen.findByLabelText('Kind of document'), { target: { value: KIND } });
  expect(
    screen.getByText('Signed by 1 director at least; each with a code by text message; its return is filed only when this is signed.', { exact: false }),
  ).toBeDefined();
  expect(screen.getByText('As kept for “Letter of engagement”: 1 place, as far as this document has their pages.')).toBeDefined();
  expect(screen.getByLabelText<HTMLTextAreaElement>('Explanation').value).toBe('Please read both before you sign.');
  expect(screen.getByLabelText<HTMLInputElement>('Number for the code of Aidan Gannet').value).toBe('085 555 0142');
  look();
  await screen.findByText('Before it goes');
  expect(asked.at(-1)!.sent).toMatchObject({
    kindId: KIND,
    terms: 'Terms of engagement',
    words: 'Please read both before you sign.',
    codes: [{ contactId: AIDAN, number: '085 555 0142' }],
  });
  expect(asked.at(-1)!.sent).not.toHaveProperty('fields');
});

it('leaves what was written when a kind is chosen, and takes back what the kind brought when it is none', async () => {
  show();
  const words = screen.getByLabelText<HTMLTextAreaElement>('Explanation');
  const kind = await screen.findByLabelText('Kind of document');
  fireEvent.change(kind, { target: { value: KIND } });
  fireEvent.change(kind, { target: { value: '' } });
  expect(words.value).toBe('');
  expect(screen.getByLabelText<HTMLSelectElement>('Terms they agree to').value).toBe('');
  fireEvent.change(words, { target: { value: 'In my own words' } });
  fireEvent.change(kind, { target: { value: KIND } });
  expect(words.value).toBe('In my own words');
});

it('has people sign at the same time, and a code go to a number that is typed', async () => {
  const { asked } = show();
  fireEvent.click(screen.getByLabelText('Maeve Gannet', { exact: false, selector: 'input' }));
  fireEvent.click(screen.getByLabelText('at the same time as the one before'));
  expect(signers()[1]).toContain('signs first');
  fireEvent.click(screen.getAllByRole('button', { name: 'ask for a code by text message' })[1]!);
  fireEvent.change(screen.getByLabelText('Number for the code of Maeve Gannet'), { target: { value: '086 555 0199' } });
  look();
  await screen.findByText('Before it goes');
  expect(asked.at(-1)!.sent).toMatchObject({ signerIds: [AIDAN, MAEVE], together: [MAEVE], codes: [{ contactId: MAEVE, number: '086 555 0199' }] });
  expect(screen.getByText('1 more person is asked at the same time.')).toBeDefined();
});

it('has somebody of us sign as well, who is told in the office', async () => {
  const NIAMH = '0190a0a0-0000-7000-8000-000000000008';
  const { asked } = stage(<GiveInJob job={JOB} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: {
      'GET /api/team': [{ id: NIAMH, name: 'Niamh Daly', standing: 'active' }],
      'POST /api/jobs/j1/signatures/preview': { messages: [], nobody: [], ours: ['Niamh Daly'] },
      'POST /api/jobs/j1/signatures': { id: 'a1' },
    },
  });
  await screen.findByRole('option', { name: 'Niamh Daly' });
  fireEvent.change(screen.getByLabelText('Somebody of us signs as well'), { target: { value: NIAMH } });
  expect(screen.getByLabelText('Niamh Daly of us', { selector: 'input' })).toBeDefined();
  fireEvent.click(screen.getByLabelText('Aidan Gannet, director aidan@gannet.example', { selector: 'input' }));
  fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
  expect(await screen.findByText('Niamh Daly of us finds it on Today, and by mail as each wishes to be told.')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Give to Niamh Daly' }));
  expect(await screen.findByText('Given to Niamh Daly.')).toBeDefined();
  expect(asked.find(({ what }) => what === 'POST /api/jobs/j1/signatures')!.sent).toMatchObject({ signerIds: [NIAMH] });
});
