import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { Right } from '@steady/core/access';
import type { SentMessage } from '@steady/contract/post';
import { Refused, stage } from '../../../test/stage';
import { GoingOutPage } from './going-out-page';
import { SendingPage } from './sending-page';
import { WriteLeaf } from './write-leaf';

const RULES = {
  perDay: 3,
  from: '08:00',
  until: '18:00',
  together: true,
  followsUp: true,
  everyDays: 5,
  most: 3,
  remindsOfBills: false,
  lateDays: 5,
  consequence: 'A late fee is due.',
  version: 5,
};
const show = (rights: Right[] = ['run firm'], kept: unknown = null) =>
  stage(<SendingPage />, { rights, answers: { 'GET /api/firm/sending': RULES, 'PUT /api/firm/sending': kept } });

it('keeps how many messages go in a day, when, and that several go as one', async () => {
  const { asked } = show();
  fireEvent.change(await screen.findByLabelText('Messages a day to one person'), { target: { value: '2' } });
  fireEvent.change(screen.getByLabelText('Until'), { target: { value: '17:30' } });
  fireEvent.change(screen.getByLabelText('After'), { target: { value: '4' } });
  fireEvent.change(screen.getByLabelText('Records are needed'), { target: { value: '8' } });
  fireEvent.change(screen.getByLabelText('What follows when they come later'), { target: { value: 'A late fee of one fifth is due.' } });
  fireEvent.click(screen.getByLabelText(/^What falls together goes as one message/));
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(asked.find(({ what }) => what.startsWith('PUT'))?.sent).toEqual({
      perDay: 2,
      from: '08:00',
      until: '17:30',
      together: false,
      followsUp: true,
      everyDays: 4,
      most: 3,
      remindsOfBills: false,
      lateDays: 8,
      consequence: 'A late fee of one fifth is due.',
      version: 5,
    }),
  );
  expect(await screen.findByText('Saved. What waits was planned anew.')).toBeDefined();
});

it('says at the field what cannot be, and keeps what was typed', async () => {
  const { asked } = show();
  fireEvent.change(await screen.findByLabelText('Messages a day to one person'), { target: { value: '0' } });
  fireEvent.change(screen.getByLabelText('From'), { target: { value: '19:00' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('At least one message a day: otherwise nothing would ever go out.')).toBeDefined();
  expect(screen.getByText('It ends after it begins.')).toBeDefined();
  expect(screen.getByLabelText<HTMLInputElement>('From').value).toBe('19:00');
  expect(asked.some(({ what }) => what.startsWith('PUT'))).toBe(false);
});

it('shows what the server refuses', async () => {
  show(['run firm'], new Refused([{ field: 'until', message: 'Not at night.' }]));
  fireEvent.change(await screen.findByLabelText('Until'), { target: { value: '23:00' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Not at night.')).toBeDefined();
});

it('is read by everybody, and changed by whoever runs the firm', async () => {
  show([]);
  expect((await screen.findByLabelText<HTMLInputElement>('From')).closest('fieldset')!.disabled).toBe(true);
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
});

const message = (subject: string, more: Partial<SentMessage> = {}): SentMessage => ({
  id: subject,
  at: '2026-03-11T09:00:00Z',
  to: 'Bríd Foley',
  address: 'brid@dunmarra.example',
  subject,
  body: 'Dear Bríd',
  status: 'waiting',
  clientId: 'c1',
  client: 'Dunmarra Oysters Ltd',
  jobId: null,
  by: 'Orla Keane',
  goesOutAt: '2026-03-12T08:00:00Z',
  held: 'no more than 2 messages a day go to one person',
  workings: { title: 'How this moment comes about', lines: ['Written on Wed 11 Mar 2026 at 09:00.', 'It goes out on Thu 12 Mar 2026 at 08:00.'] },
  goesWith: 1,
  trouble: null,
  ...more,
});
const statusOf = async (subject: string) => (await screen.findByRole('button', { name: subject })).closest('tr')!.textContent;

it('says in the plan of what goes out when each goes, with which others, and why not before', async () => {
  stage(<GoingOutPage />, {
    answers: {
      'GET /api/messages/going-out': [
        message('Accounts'),
        message('Bill', { goesWith: 0, held: null }),
        message('Lost', { status: 'failed', goesOutAt: null, workings: null, held: null, goesWith: 0, trouble: 'no such address' }),
      ],
    },
  });
  expect(await statusOf('Accounts')).toContain('goes out 12 Mar 08:00goes as one with 1 other messageno more than 2 messages a day go to one person');
  expect(await statusOf('Bill')).toMatch(/goes out 12 Mar 08:00$/);
  expect(await statusOf('Lost')).toContain('failedno such address');
  fireEvent.click(screen.getAllByRole('button', { name: 'goes out 12 Mar 08:00' })[0]!);
  expect(await screen.findByText('It goes out on Thu 12 Mar 2026 at 08:00.')).toBeDefined();
});

it('offers to send now what would wait, and says otherwise when it goes', async () => {
  const goesOut = { at: '2026-03-12T08:00:00Z', why: 'messages go out from 08:00 to 18:00' };
  const preview = { messages: [{ to: 'Bríd Foley', address: 'b@dunmarra.example', subject: 'Hello', body: 'Dear Bríd', goesOut }], nobody: [] };
  const client = { id: '0190a0a0-0000-7000-8000-000000000001', name: 'Dunmarra Oysters Ltd' };
  const answers = {
    'GET /api/message-templates': [],
    'GET /api/jobs': { rows: [], total: 0 },
    'POST /api/messages/preview': preview,
    'POST /api/messages': { written: 1 },
  };
  const { asked } = stage(<WriteLeaf client={client} onClose={() => undefined} />, { rights: ['do work'], answers });
  fireEvent.change(await screen.findByLabelText('Subject'), { target: { value: 'Hello' } });
  fireEvent.change(screen.getByLabelText('What they read'), { target: { value: 'A word.' } });
  fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
  expect(await screen.findByText('It goes out 12 Mar 08:00: messages go out from 08:00 to 18:00.')).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Send to Bríd Foley' }));
  expect(await screen.findByText('It goes to Bríd Foley 12 Mar 08:00.')).toBeDefined();
  fireEvent.click(screen.getByLabelText('Send it now all the same'));
  fireEvent.click(screen.getByRole('button', { name: 'Send to Bríd Foley' }));
  await waitFor(() =>
    expect(asked.filter(({ what }) => what === 'POST /api/messages').map(({ sent }) => (sent as { now?: boolean }).now)).toEqual([false, true]),
  );
  expect(await screen.findByText('Sent to Bríd Foley.')).toBeDefined();
});
