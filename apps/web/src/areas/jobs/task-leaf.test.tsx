import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { JobView } from '@steady/contract/jobs';
import type { TaskView } from '@steady/contract/tasks';
import { stage } from '../../../test/stage';
import { TaskLeaf } from './task-leaf';

const JOB = {
  id: 'j1',
  name: 'Accounts, year to 31 Dec 2025',
  startOn: '2026-03-16',
  dueOn: '2026-06-30',
  targetOn: '2026-06-25',
  preparerId: 'niamh',
  obligation: { id: 'o1', status: 'open' },
  phases: [
    { key: 'wait', name: 'Wait for records', stands: 'done' },
    { key: 'do', name: 'Prepare', stands: 'current' },
    { key: 'send', name: 'Send', stands: 'ahead' },
  ],
} as unknown as JobView;
const TASK = {
  id: 't1',
  version: 3,
  name: 'Post the bank',
  assigneeId: 'niamh',
  estimate: 90,
  recorded: 0,
  startOn: '2026-03-16',
  dueOn: '2026-03-20',
  doneAt: null,
  doneByEvent: null,
  stuckReason: null,
} as unknown as TaskView;
const TEAM = [
  { id: 'niamh', name: 'Niamh Daly' },
  { id: 'padraig', name: 'Pádraig Nolan' },
];

const show = (task: TaskView | null, job = JOB) =>
  stage(<TaskLeaf job={job} task={task} phaseKey="do" onClose={() => undefined} />, {
    rights: ['do work'],
    answers: {
      'GET /api/team': TEAM,
      'PATCH /api/tasks/t1': null,
      'POST /api/jobs/j1/tasks': { id: 't2' },
      'DELETE /api/tasks/t1': null,
      'POST /api/tasks/t1/stop': null,
    },
  });
const value = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;
const type = (label: string, text: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
  fireEvent.blur(screen.getByLabelText(label));
};

describe('a new task', () => {
  it('begins no earlier than its job, goes to who prepares it, and stands in a phase that is not over', async () => {
    show(null);
    await waitFor(() => expect(value('Who')).toBe('niamh'));
    expect([value('Starts'), value('Due'), value('In the phase')]).toEqual(['Mon 16 Mar 2026', 'Thu 25 Jun 2026', 'do']);
    expect(screen.queryByRole('option', { name: 'Wait for records' })).toBeNull();
  });

  it('begins on the last day of a job that is over, and is due no earlier', () => {
    show(null, { ...JOB, startOn: '2026-01-05', dueOn: '2026-02-27', targetOn: '2026-02-20' });
    expect([value('Starts'), value('Due')]).toEqual(['Fri 27 Feb 2026', 'Fri 27 Feb 2026']);
  });
});

describe('a task that is changed', () => {
  it('takes a note along only when it goes to somebody else', async () => {
    show(TASK);
    await screen.findByRole('option', { name: /Pádraig Nolan/ });
    expect(screen.queryByLabelText('Add a note')).toBeNull();
    fireEvent.change(screen.getByLabelText('Who'), { target: { value: 'padraig' } });
    expect(screen.getByLabelText('Add a note')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Who'), { target: { value: '' } });
    expect(screen.queryByLabelText('Add a note')).toBeNull();
  });

  it('offers to let the job begin earlier, but never past a deadline that a rule has set', () => {
    show(TASK);
    type('Starts', '2 Mar 2026');
    expect(screen.getByLabelText('Let the job begin on Mon 2 Mar too')).toBeDefined();
    type('Due', '31 Jul 2026');
    expect(screen.getByLabelText('Let the job begin on Mon 2 Mar too')).toBeDefined();
  });

  it('offers to let a job of our own run longer', () => {
    show(TASK, { ...JOB, obligation: null });
    type('Due', '31 Jul 2026');
    expect(screen.getByLabelText('Let the job run until Fri 31 Jul too')).toBeDefined();
  });

  it('is marked as blocked by itself, with a reason and for whom', async () => {
    const { asked } = show(TASK);
    fireEvent.click(screen.getByRole('button', { name: 'Mark as blocked' }));
    screen.getByText(/“Post the bank” waits; the rest of the job goes on/);
    type('Why', 'The lease is missing');
    fireEvent.click(screen.getByRole('button', { name: 'Mark as blocked' }));
    await waitFor(() => expect(asked.find((one) => one.what === 'POST /api/tasks/t1/stop')?.sent).toEqual({ reason: 'The lease is missing' }));
  });

  it('is not marked as blocked while something typed would be lost with it, nor a second time', () => {
    show(TASK);
    type('What is to be done', 'Post the bank and the cash');
    expect(screen.queryByRole('button', { name: 'Mark as blocked' })).toBeNull();
    cleanup();
    show({ ...TASK, stuckReason: 'The lease is missing' });
    expect(screen.queryByRole('button', { name: 'Mark as blocked' })).toBeNull();
  });

  it('is removed only as long as nobody has worked on it', () => {
    const { unmount } = show(TASK);
    expect(screen.getByRole('button', { name: 'Remove it from the job' })).toBeDefined();
    unmount();
    show({ ...TASK, recorded: 15 });
    expect(screen.queryByRole('button', { name: 'Remove it from the job' })).toBeNull();
  });
});
