import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { JobEntries } from './job-entries';
import { StartTimer } from './start-timer';

afterEach(cleanup);

const TASK = { id: 't1', name: 'Match the bank' };
const started = (timer: object | null) => {
  const { asked } = stage(<StartTimer jobId="j1" task={TASK} waits="" />, {
    answers: { 'GET /api/timer': { timer, now: '2026-03-11T09:00:00Z' }, 'POST /api/timer/start': null },
  });
  return () => asked.filter(({ what }) => what === 'POST /api/timer/start').length;
};

/** The button, once it is known whether a timer runs. */
const ready = () =>
  waitFor(() => {
    const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Start timer on Match the bank' });
    expect(button.disabled).toBe(false);
    return button;
  });

it('starts at once where no timer runs', async () => {
  const starts = started(null);
  fireEvent.click(await ready());
  await screen.findByText('The timer runs on Match the bank.');
  expect(starts()).toBe(1);
});

it('asks first where one runs elsewhere, and leaves that one alone when it is not meant', async () => {
  const starts = started({ taskId: 't0', task: 'File it', job: 'VAT return', client: 'Dunmarra Oysters Ltd', startedAt: '2026-03-11T08:00:00Z' });
  fireEvent.click(await ready());
  await screen.findByText(/It runs on “File it”, VAT return, Dunmarra Oysters Ltd/);
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  expect(starts()).toBe(0);
});

it('corrects an entry from its row, keeping what it was to begin with', async () => {
  const entry = {
    id: 'e1',
    on: '2026-03-10',
    who: 'Una',
    jobId: 'j1',
    job: 'VAT return',
    client: 'X',
    task: null,
    taskId: null,
    minutes: 90,
    rate: null,
    value: null,
    note: null,
  };
  const { asked } = stage(<JobEntries jobId="j1" />, {
    rights: ['record time'],
    answers: {
      'GET /api/jobs/j1/time': [
        { ...entry, mayCorrect: true },
        { ...entry, id: 'e2', who: 'Orla', mayCorrect: false },
      ],
      'GET /api/jobs/j1/expenses': [],
      'GET /api/jobs/j1': { tasks: [] },
      'PUT /api/time-entries/e1': null,
    },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Correct 1 h 30 of Una' }));
  expect(screen.queryByRole('button', { name: 'Correct 1 h 30 of Orla' })).toBeNull();
  const field = await screen.findByLabelText<HTMLInputElement>('How long');
  expect(field.value).toBe('1 h 30');
  fireEvent.change(field, { target: { value: '45' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save the correction' }));
  await screen.findByText('Corrected to 0 h 45.');
  expect(asked.find(({ what }) => what === 'PUT /api/time-entries/e1')?.sent).toEqual({ on: '2026-03-10', minutes: 45 });
});
