import type { AddExpense, AddTimeEntry, TimeEntryView, TimeSheet } from './time';
import type { WeekAsked } from './queries';
import { type Added, a, get, post } from './route';

export const sheet = get('/api/time', 'record time', { query: a<WeekAsked>('WeekAsked'), answer: a<TimeSheet>('TimeSheet'), shows: ['time', 'fees'] });
export const ofJob = get('/api/jobs/:id/time', 'record time', { answer: a<TimeEntryView[]>('TimeEntryView[]'), shows: ['time', 'fees'] });
export const record = post('/api/time-entries', 'record time', { input: a<AddTimeEntry>('AddTimeEntry'), answer: a<Added>('Added'), once: true });
export const spend = post('/api/expenses', 'record time', { input: a<AddExpense>('AddExpense'), answer: a<Added>('Added'), once: true });
