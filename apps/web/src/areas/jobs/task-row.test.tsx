import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Right } from '@steady/core/access';
import type { JobView } from '@steady/contract/jobs';
import type { TaskView } from '@steady/contract/tasks';
import { stage } from '../../../test/stage';
import { TaskRow } from './task-row';

const JOB = { id: 'j1', status: 'open', waitingSince: null } as unknown as JobView;
const TASK = {
  id: 't1',
  version: 1,
  name: 'Post the bank',
  assignee: 'Niamh',
  assigneeId: 'niamh',
  estimate: 90,
  recorded: 30,
  dueOn: '2026-03-10',
  doneAt: null,
  doneBy: null,
  doneByEvent: null,
  passedOver: false,
  stuckReason: null,
  waitsFor: [],
  advice: null,
  links: [],
  checks: [],
} as unknown as TaskView;

const show = (task: Partial<TaskView> = {}, job: Partial<JobView> = {}, rights: Right[] = ['do work', 'record time']) =>
  stage(
    <table>
      <tbody>
        <TaskRow job={{ ...JOB, ...job }} task={{ ...TASK, ...task }} current onChange={() => undefined} />
      </tbody>
    </table>,
    { rights },
  );
const text = () => screen.getByRole('row').textContent;
const done = () => screen.getByRole<HTMLInputElement>('checkbox', { name: 'Post the bank: done' });

describe('a task that cannot go on', () => {
  const STUCK = { stuckReason: 'The lease is missing', stuckFor: 'Tadhg', stuckSince: '2026-03-09T10:00:00Z' };

  it('says why, for whom and since when, and is unblocked there', async () => {
    const { asked } = show(STUCK);
    expect(text()).toContain('blocked, waits for Tadhg, 2 days: The lease is missing');
    fireEvent.click(screen.getByRole('button', { name: 'Unblock' }));
    await waitFor(() => expect(asked.map((one) => one.what)).toContain('POST /api/tasks/t1/go-on'));
  });

  it('is unblocked by nobody who may not work, and says nothing of it once it is done', () => {
    show(STUCK, {}, []);
    expect(screen.queryByRole('button', { name: 'Unblock' })).toBeNull();
    cleanup();
    show({ ...STUCK, doneAt: '2026-03-10T10:00:00Z', doneBy: 'Niamh' });
    expect(text()).not.toContain('The lease is missing');
  });
});

describe('a task of a job', () => {
  it('is ticked, given away and timed where it stands, and late in words', () => {
    show();
    expect(done().disabled).toBe(false);
    expect(screen.getAllByRole('button', { name: /^Start timer/ }).length).toBeGreaterThan(0);
    expect(text()).toContain('0 h 30 of 1 h 30');
    expect(text()).toContain('due Tue 10 Mar');
  });

  it('says what it waits for', () => {
    show({ waitsFor: ['Bank statement', 'Sales'] });
    expect(text()).toContain('waits for Bank statement, Sales');
  });

  it('says by whom it was done or passed over, and has no timer then', () => {
    show({ doneAt: '2026-03-10T11:00:00Z', doneBy: 'Niamh Daly' });
    expect(text()).toContain('done by Niamh Daly, 10 Mar 11:00');
    expect(screen.queryByRole('button', { name: /^Start timer/ })).toBeNull();
    document.body.innerHTML = '';
    show({ doneAt: '2026-03-10T11:00:00Z', doneBy: 'Niamh Daly', passedOver: true });
    expect(text()).toContain('passed over by Niamh Daly');
  });

  it('that filing does is ticked by filing alone', () => {
    show({ doneByEvent: 'filed' });
    expect(done().disabled).toBe(true);
    expect(text()).toContain('ticked');
  });

  it('of a finished job, or for whoever may not work, is only read', () => {
    show({}, { status: 'finished' });
    expect(done().disabled).toBe(true);
    expect(screen.queryByRole('button')).toBeNull();
    document.body.innerHTML = '';
    show({}, {}, []);
    expect(done().disabled).toBe(true);
    expect(screen.queryByRole('button', { name: /^Start timer/ })).toBeNull();
  });

  it('keeps its checks from being ticked once it is done', () => {
    const checks = [{ words: 'Opening balances agree', doneAt: null, doneBy: null }] as TaskView['checks'];
    show({ checks });
    expect(screen.getByRole<HTMLInputElement>('checkbox', { name: /Opening balances agree/ }).disabled).toBe(false);
    document.body.innerHTML = '';
    show({ checks, doneAt: '2026-03-10T11:00:00Z', doneBy: 'Niamh Daly' });
    expect(screen.getByRole<HTMLInputElement>('checkbox', { name: /Opening balances agree/ }).disabled).toBe(true);
  });
});
