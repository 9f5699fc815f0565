import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { MissingRow, MissingSum } from '@steady/contract/asks';
import { stage } from '../../../test/stage';
import type { Area } from '../../app/area';
import { Areas } from '../../app/brought';
import { MissingPage } from './missing-page';
import { MissingNote } from './today-note';

const JOB = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0a02';
const row = (what: string, more: Partial<MissingRow> = {}): MissingRow => ({
  id: `a1 ${what}`,
  what,
  state: 'missing',
  since: '2026-03-06T10:00:00Z',
  why: null,
  clientId: 'c1',
  client: 'Cormorant Surf School',
  way: 'online',
  jobId: JOB,
  job: 'VAT return, Jan-Feb 2026',
  dueOn: '2026-03-23',
  lastSafe: '2026-03-13',
  isPastSafe: false,
  askId: 'a1',
  itemId: `i ${what}`,
  key: what,
  title: 'Records',
  askedAt: '2026-03-06T10:00:00Z',
  sendOn: null,
  wantedBy: '2026-03-20',
  isLate: false,
  promisedFor: null,
  lastWritten: null,
  followUp: { on: null, quiet: null },
  values: {},
  ...more,
});
const SUM: MissingSum = { things: 31, clients: 17, long: 6, questions: 4, toAsk: 2, pastSafe: 1, next: { on: '2026-03-16', count: 9 } };
const FIELDS = [
  { key: 'state', name: 'Status', kind: 'choice' },
  { key: 'happened', name: 'What happened', kind: 'text' },
  { key: 'next', name: 'Next', kind: 'date' },
];
const CLIENT = {
  id: 'c1',
  name: 'Cormorant Surf School',
  followUps: null,
  contacts: [{ id: 'p1', name: 'Donnacha Wade', role: 'owner', phone: '00 555 0105', mobile: null }],
  notes: [{ id: 'n1', kind: 'phone', text: 'Rings back on Monday', byName: 'Aoife Ryan', at: '2026-03-09T09:00:00Z' }],
};
const KIND = {
  askKind: {
    kind: 'request',
    before: '',
    begin: { words: '', Leaf: () => null },
    progress: () => ({ done: 0, of: 0, word: '' }),
    Body: () => null,
    Portal: () => null,
    PortalRest: () => null,
    ThingActs: ({ of }: { of: MissingRow }) => <button>Received {of.what}</button>,
  },
} as unknown as Area;

const show = (rows: MissingRow[], sum = SUM, at = '/missing') =>
  stage(
    <Areas value={[KIND]}>
      <MissingPage />
    </Areas>,
    {
      at,
      rights: ['do work'],
      answers: {
        'GET /api/missing': { rows, more: false, total: rows.length, said: 'All things' },
        'GET /api/missing/sum': sum,
        'GET /api/missing/fields': { fields: FIELDS, saved: [] },
        'GET /api/clients/c1': CLIENT,
        'GET /api/team': [],
        'POST /api/clients/c1/said': { id: 'n2' },
        'POST /api/clients/c1/follow-ups': null,
        'POST /api/asks/a1/promise': null,
        [`POST /api/jobs/${JOB}/prerequisites`]: null,
      },
    },
  );
const rowOf = async (what: string) => (await screen.findByText(what)).closest('tr')!;

describe('what is missing', () => {
  it('says of each thing where it stands, since when, when was written last and what comes next', async () => {
    show([
      row('Sales invoices', { isLate: true, lastWritten: '2026-03-10T08:00:00Z', followUp: { on: '2026-03-17', quiet: null } }),
      row('Bank statement', { state: 'their question', why: 'Is the export enough?', since: '2026-03-10T10:00:00Z' }),
      row('Till rolls', { state: 'came in', why: '14 files', since: '2026-03-11T08:00:00Z' }),
      row('Fuel card', { state: 'to ask', sendOn: '2026-03-20' }),
      row('Landing declarations', { state: 'to ask', way: 'paper' }),
      row('Rent book', { followUp: { on: null, quiet: 'the job is on hold' } }),
      row('New boat', { promisedFor: '2026-03-12', followUp: { on: '2026-03-16', quiet: null } }),
      row('Payroll figures', { state: 'from elsewhere' }),
      row('Last period closed', { state: 'to confirm', itemId: null, askId: null, why: 'the first task waits for it' }),
    ]);
    const text = async (what: string) => (await rowOf(what)).textContent;
    expect(await text('Sales invoices')).toMatch(/missing5 days.*asked 6 Mar 10:00, last written .*next follow-up Tue 17 Mar/);
    expect((await rowOf('Sales invoices')).querySelector('.late')!.textContent).toBe('missing');
    expect(await text('Bank statement')).toMatch(/their question.*“Is the export enough\?”.*waits for our answer/);
    expect(await text('Till rolls')).toMatch(/came in.*14 files.*to be looked at/);
    expect(await text('Fuel card')).toContain('goes out Fri 20 Mar');
    expect(await text('Landing declarations')).toContain('to be printed and posted');
    expect(await text('Rent book')).toContain('no follow-up: the job is on hold');
    expect(await text('New boat')).toContain('promised for Thu 12 Mar');
    expect(await text('Payroll figures')).toContain('not asked for');
    expect(await text('Last period closed')).toContain('the first task waits for it');
    expect(within(await rowOf('Last period closed')).getByRole('button', { name: 'Confirm' })).toBeDefined();
    expect(screen.getByRole('button', { name: 'Received Sales invoices' })).toBeDefined();
  });

  it('has a heading for each job of each client, with how much is in and by when it is needed', async () => {
    show([
      row('Sales invoices'),
      row('Bank statement', { state: 'received' }),
      row('Rent book', { clientId: 'c2', client: 'Strand Café', jobId: null, job: null, dueOn: null, lastSafe: null, way: 'paper' }),
    ]);
    const heading = (await screen.findByText(/Cormorant Surf School, VAT return/)).closest('tr')!;
    expect(heading.textContent).toContain('1 of 2 in');
    expect(heading.textContent).toContain('last safe day Fri 13 Mar, due Mon 23 Mar');
    const paper = screen.getByText(/^Strand Caf/).closest('tr')!;
    expect(within(paper).queryByRole('button', { name: 'Write' })).toBeNull();
    expect(paper.textContent).toContain('on paper');
  });

  it('says how much it is in a sentence whose figures lead to what they count', async () => {
    show([row('Sales invoices')]);
    await screen.findByText('31 things from 17 clients');
    expect(screen.getByText('6 wait longer than two weeks')).toBeDefined();
    expect(screen.getByText(/9 follow-ups go out Mon 16 Mar/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: '1 past the last safe day' }));
    expect(screen.getByLabelText('address').textContent).toBe('/missing?view=past+the+last+safe+day');
  });

  it('is glad where nothing is missing', async () => {
    show([], { things: 0, clients: 0, long: 0, questions: 0, toAsk: 0, pastSafe: 0, next: null });
    expect(await screen.findByText('Nothing is missing, and nothing waits to be asked, looked at or confirmed.')).toBeDefined();
    expect(screen.getByText(/^Nothing is missing that was asked for/)).toBeDefined();
  });

  it('is reached from Today, with how much it is', () => {
    stage(<MissingNote today={{ missing: { things: 31, clients: 1 } } as never} />);
    expect(screen.getByRole('link', { name: '31 things from 1 client' }).getAttribute('href')).toBe('/missing');
  });
});

describe('on the telephone', () => {
  const open = async () => {
    const result = show([row('Sales invoices'), row('New boat', { promisedFor: '2026-03-10' })]);
    fireEvent.click(await screen.findByRole('button', { name: 'Note what they said' }));
    await screen.findByRole('link', { name: '00 555 0105' });
    return result;
  };

  it('one sees whom to ring and what was said before, and writes down what is said, for when it is promised', async () => {
    const { asked } = await open();
    expect(screen.getByText(/Rings back on Monday/)).toBeDefined();
    fireEvent.change(screen.getByLabelText('What they said'), { target: { value: 'It comes on Friday' } });
    fireEvent.change(screen.getByLabelText('Promised for'), { target: { value: 'Fri 13 Mar' } });
    fireEvent.click(screen.getByRole('button', { name: 'Note it' }));
    await waitFor(() =>
      expect(asked.find(({ what }) => what === 'POST /api/clients/c1/said')?.sent).toEqual({
        text: 'It comes on Friday',
        promisedFor: '2026-03-13',
        jobId: JOB,
      }),
    );
    await screen.findByText('Noted. Follow-ups wait until Fri 13 Mar is over.');
    expect(screen.getByLabelText<HTMLTextAreaElement>('What they said').value).toBe('');
  });

  it('nothing said is not noted, and says so', async () => {
    const { asked } = await open();
    fireEvent.click(screen.getByRole('button', { name: 'Note it' }));
    expect(await screen.findByText('Write down what they said.')).toBeDefined();
    expect(asked.some(({ what }) => what.startsWith('POST'))).toBe(false);
  });

  it('follow-ups are stopped for the client, and a promise is taken back, in one press', async () => {
    const { asked } = await open();
    fireEvent.click(await screen.findByRole('button', { name: 'Stop for this client' }));
    await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/clients/c1/follow-ups')?.sent).toEqual({ on: false }));
    expect((await rowOf('New boat')).querySelector('.late')!.textContent).toContain('promised for');
    fireEvent.click(screen.getByRole('button', { name: 'not after all' }));
    await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/asks/a1/promise')?.sent).toEqual({ on: null }));
  });

  it('it is closed again', async () => {
    await open();
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    expect(screen.queryByLabelText('What they said')).toBeNull();
  });
});
