import type { AddExpense, AddTimeEntry, StartTimer, TimeEntryView, TimeSheet, TimerNow, TimerStopped } from './time';
import type { WeekAsked } from './queries';
import { type Added, a, get, post } from './route';

export const sheet = get('/api/time', 'record time', { query: a<WeekAsked>('WeekAsked'), answer: a<TimeSheet>('TimeSheet') });
export const ofJob = get('/api/jobs/:id/time', 'record time', { answer: a<TimeEntryView[]>('TimeEntryView[]') });
export const record = post('/api/time-entries', 'record time', { input: a<AddTimeEntry>('AddTimeEntry'), answer: a<Added>('Added'), once: true });
export const spend = post('/api/expenses', 'record time', { input: a<AddExpense>('AddExpense'), answer: a<Added>('Added'), once: true });
export const timer = get('/api/timer', 'record time', { answer: a<TimerNow>('TimerNow') });
export const start = post('/api/timer/start', 'record time', { input: a<StartTimer>('StartTimer') });
export const stop = post('/api/timer/stop', 'record time', { answer: a<TimerStopped>('TimerStopped') });
