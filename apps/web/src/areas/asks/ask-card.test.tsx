import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { AskView, PartyView } from '@steady/contract/asks';
import type { JobView } from '@steady/contract/jobs';
import type { Right } from '@steady/core/access';
import { civil } from '@steady/core/calendar';
import { stage, TODAY } from '../../../test/stage';
import type { Area } from '../../app/area';
import { Areas } from '../../app/brought';
import { AskCard } from './ask-card';
import { AsksOfClient } from './asks-of-client';
import { AsksInWords, AsksSection } from './asks-section';
import { standsInWords } from './words';

const CLIENT = { id: 'c1', name: 'Dunmarra Oysters' };
const ask = (more: Partial<AskView> = {}): AskView => ({
  id: 'a1',
  version: 3,
  kind: 'things',
  kindName: 'Request',
  title: 'Records for January',
  words: null,
  wantedBy: '2026-03-20',
  askedAt: '2026-03-09T09:00:00Z',
  askedBy: 'Niamh Daly',
  state: 'with the client',
  stateSince: '2026-03-09T09:00:00Z',
  reason: null,
  clientId: 'c1',
  lastWritten: null,
  jobId: 'j1',
  jobName: 'VAT return, Jan-Feb 2026',
  owed: [{ what: 'Bank statements', since: '2026-03-09T09:00:00Z' }],
  forUs: [],
  trouble: null,
  parties: [],
  followUp: { on: '2026-03-18', quiet: null, sent: 0, isStopped: false },
  sendOn: null,
  isPortalOnly: false,
  promisedFor: null,
  part: { done: 1, of: 3 },
  ...more,
});
/** A kind of ask that shows as little as one can. */
const THINGS = {
  kind: 'things',
  before: '',
  begin: { words: 'Ask for things', Leaf: () => <div role="dialog" aria-label="Asking" /> },
  progress: ({ part }: AskView<{ done: number; of: number }>) => ({ ...part, word: 'in' }),
  Body: ({ ask: { title } }: { ask: AskView }) => <p>Body of {title}</p>,
  Portal: () => null,
  PortalRest: () => null,
} as unknown as NonNullable<Area['askKind']>;
const staged = (part: React.ReactNode, answers: Record<string, unknown> = {}, rights: Right[] = ['do work']) =>
  stage(<Areas value={[{ askKind: THINGS }]}>{part}</Areas>, { rights, answers });
const card = (more: Partial<AskView> = {}, answers: Record<string, unknown> = {}, rights?: Right[]) =>
  staged(<AskCard ask={ask(more)} job={null} client={CLIENT} />, answers, rights);
const buttons = () => screen.queryAllByRole('button').map((button) => button.textContent);

describe('an ask', () => {
  it('says how much is in, of which job, where it stands, who asked when, and by when it is wanted', () => {
    const { container } = card();
    expect(container.textContent).toContain('Records for January');
    expect(container.textContent).toContain('1 of 3 in, VAT return, Jan-Feb 2026');
    expect(container.textContent).toContain('with the client for 2 days');
    expect(container.textContent).toContain('Niamh Daly asked');
    expect(screen.getByRole('link').getAttribute('href')).toBe('/jobs/j1/requests');
    expect(buttons()).toEqual(['Remind', 'Stop follow-ups', 'Change', 'Write about it', 'Withdraw']);
  });

  it('does not name its job on the page of that job', () => {
    staged(<AskCard ask={ask()} job={{ id: 'j1' } as JobView} client={CLIENT} />);
    expect(screen.queryByRole('link')).toBeNull();
  });

  it.each([
    ['done', {}, []],
    ['expired', {}, []],
    ['refused', {}, ['Write about it', 'Withdraw']],
    ['withdrawn', { reason: 'Came by post.' }, ['Write about it', 'Ask again']],
    ['with us', { owed: [] }, ['Change', 'Write about it', 'Withdraw']],
  ] as [AskView['state'], Partial<AskView>, string[]][])('that is %s can be %j', (state, more, acts) => {
    const { container } = card({ state, ...more });
    expect(buttons()).toEqual(acts);
    if (more.reason) expect(container.textContent).toContain('Withdrawn: Came by post.');
  });

  it('offers nothing to whoever may not do work', () => {
    card({}, {}, []);
    expect(buttons()).toEqual([]);
  });

  it('is reminded of', async () => {
    const { asked } = card({}, { 'POST /api/asks/a1/remind': null });
    fireEvent.click(screen.getByRole('button', { name: 'Remind' }));
    expect(await screen.findByText('Reminded of Records for January.')).toBeDefined();
    expect(asked.map(({ what }) => what)).toContain('POST /api/asks/a1/remind');
  });

  it('is sent now where somebody was never told of it', async () => {
    card({ owed: [], parties: [{ id: 'p', state: 'to be told' } as PartyView] }, { 'POST /api/asks/a1/remind': null });
    fireEvent.click(screen.getByRole('button', { name: 'Send it now' }));
    expect(await screen.findByText('Sent.')).toBeDefined();
  });

  it.each([
    [{ on: '2026-03-18', sent: 0 }, 'Next follow-up Wed 18 Mar'],
    [{ on: '2026-03-18', sent: 2 }, 'Next follow-up Wed 18 Mar; 2 have gone out'],
    [{ on: null, quiet: 'the job is on hold', sent: 1 }, 'No follow-up: the job is on hold; 1 has gone out'],
  ])('says when the client is followed up next: %j', (followUp, words) => {
    const { container } = card({ followUp: { quiet: null, isStopped: false, ...followUp } });
    expect(container.textContent).toContain(words);
  });

  it('says when they were written to last', () => {
    const { container } = card({ lastWritten: '2026-03-10T09:00:00Z', followUp: { on: '2026-03-18', quiet: null, sent: 0, isStopped: false } });
    expect(container.textContent).toMatch(/Last written .*10 Mar.*; next follow-up Wed 18 Mar/);
    const none = { on: null, quiet: null, sent: 0, isStopped: false };
    expect(card({ lastWritten: '2026-03-10T09:00:00Z', followUp: none }).container.textContent).toContain('Last written 10 Mar 09:00Body');
  });

  it('has its follow-ups stopped, and go on again, in one press', async () => {
    const { asked } = card({}, { 'POST /api/asks/a1/follow-ups': null });
    fireEvent.click(screen.getByRole('button', { name: 'Stop follow-ups' }));
    expect(await screen.findByText('No follow-up goes out about Records for January.')).toBeDefined();
    expect(asked.at(-1)?.sent ?? asked.find(({ what }) => what.endsWith('follow-ups'))?.sent).toEqual({ on: false });
    cleanup();
    const again = card({ followUp: { on: null, quiet: 'stopped', sent: 0, isStopped: true } }, { 'POST /api/asks/a1/follow-ups': null });
    fireEvent.click(screen.getByRole('button', { name: 'Follow up again' }));
    await waitFor(() => expect(again.asked.find(({ what }) => what.endsWith('follow-ups'))?.sent).toEqual({ on: true }));
  });

  it('is withdrawn with a reason, which is asked for', async () => {
    const { asked } = card({}, { 'POST /api/asks/a1/withdraw': null });
    fireEvent.click(screen.getByRole('button', { name: 'Withdraw' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Withdraw it' }));
    expect(await screen.findByText('Say why it is withdrawn: colleagues will ask.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'Came by post.' } });
    fireEvent.click(screen.getByRole('button', { name: 'Withdraw it' }));
    await waitFor(() => expect(asked.at(-1)).toEqual({ what: 'POST /api/asks/a1/withdraw', sent: { reason: 'Came by post.' } }));
    expect(await screen.findByText('Withdrawn. The client is not asked for it any more.')).toBeDefined();
  });

  it('is asked again after it was withdrawn', async () => {
    const { asked } = card({ state: 'withdrawn' }, { 'POST /api/asks/a1/restore': null });
    fireEvent.click(screen.getByRole('button', { name: 'Ask again' }));
    expect(await screen.findByText('Asked again: Records for January.')).toBeDefined();
    expect(asked.map(({ what }) => what)).toContain('POST /api/asks/a1/restore');
  });

  it('is changed under the version that was looked at; it keeps a title', async () => {
    const { asked } = card({}, { 'PATCH /api/asks/a1': null });
    fireEvent.click(screen.getByRole('button', { name: 'Change' }));
    fireEvent.change(await screen.findByLabelText('Title'), { target: { value: ' ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('Give it a title: the client reads it first.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'Records to February' } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() =>
      expect(asked.at(-1)).toEqual({ what: 'PATCH /api/asks/a1', sent: { title: 'Records to February', wantedBy: '2026-03-20', version: 3 } }),
    );
  });
});

it.each([
  [{}, 'with the client for 2 days', 'soon'],
  [{ owed: [{ what: 'x', since: '2026-03-11T08:00:00Z' }] }, 'asked today', 'soon'],
  [{ owed: [], stateSince: '2026-03-10T08:00:00Z' }, 'with the client for 1 day', 'soon'],
  [{ trouble: 'overdue', wantedBy: '2026-03-08' }, 'with the client for 2 days, 3 days over', 'late'],
  [{ state: 'with us' }, 'with us, to look at', 'soon'],
  [{ state: 'with us', trouble: 'nobody was told' }, 'nobody could be written to: a task stands for it', 'late'],
  [{ state: 'done' }, 'done', 'good'],
  [{ state: 'refused' }, 'refused', 'late'],
  [{ state: 'drafted' }, 'drafted', 'text-soft'],
] as [Partial<AskView>, string, string][])('%j stands as "%s"', (more, words, tone) => {
  expect(standsInWords(ask(more), civil(TODAY))).toEqual({ words, tone });
});

describe('what was asked', () => {
  const JOB = { id: 'j1', status: 'open' } as JobView;

  it('of a client stands with what is still open first', async () => {
    const all = [ask({ id: 'a1', state: 'done', title: 'Old' }), ask({ id: 'a2', title: 'New' }), ask({ id: 'a3', state: 'withdrawn', title: 'Gone' })];
    staged(<AsksOfClient client={{ id: 'c1' } as never} />, { 'GET /api/clients/c1/asks': all });
    await screen.findByText('Body of New');
    expect(screen.getAllByText(/^Body of/).map((one) => one.textContent)).toEqual(['Body of New', 'Body of Old', 'Body of Gone']);
  });

  it('of a client says how to begin where nothing was', async () => {
    staged(<AsksOfClient client={{ id: 'c1' } as never} />, { 'GET /api/clients/c1/asks': [] });
    expect(await screen.findByText(/Nothing was asked of this client yet\./)).toBeDefined();
  });

  it('for a job is asked from there, as long as it is open', async () => {
    staged(<AsksSection job={JOB} />, { 'GET /api/jobs/j1/asks': [] });
    expect(await screen.findByText(/Nothing was asked yet\./)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Ask for things' }));
    expect(screen.getByRole('dialog', { name: 'Asking' })).toBeDefined();
  });

  it('for a finished job is read, and nothing is asked there', async () => {
    staged(<AsksSection job={{ ...JOB, status: 'finished' }} />, { 'GET /api/jobs/j1/asks': [ask({ state: 'done' })] });
    expect(await screen.findByText('Body of Records for January')).toBeDefined();
    expect(screen.queryByRole('button', { name: 'Ask for things' })).toBeNull();
  });

  it('is counted for the line of views without what was withdrawn', async () => {
    const all = [ask({ part: { done: 1, of: 3 } }), ask({ id: 'a2', part: { done: 2, of: 2 } }), ask({ id: 'a3', state: 'withdrawn' })];
    const { container } = staged(<AsksInWords job={JOB} />, { 'GET /api/jobs/j1/asks': all });
    await expect.poll(() => container.textContent).toContain('Requests 3 of 5 in');
  });
});
