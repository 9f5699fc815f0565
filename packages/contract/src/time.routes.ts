import type { AddExpense, AddTimeEntry, CorrectExpense, CorrectTimeEntry, ExpenseView, TimeEntryView, TimeSheet } from './time';
import type { WeekAsked } from './queries';
import { type Added, a, get, post, put, remove } from './route';

export const sheet = get('/api/time', 'record time', { query: a<WeekAsked>('WeekAsked'), answer: a<TimeSheet>('TimeSheet'), shows: ['time', 'fees'] });
export const ofJob = get('/api/jobs/:id/time', 'record time', { answer: a<TimeEntryView[]>('TimeEntryView[]'), shows: ['time', 'fees'] });
export const record = post('/api/time-entries', 'record time', { input: a<AddTimeEntry>('AddTimeEntry'), answer: a<Added>('Added'), once: true });
export const spend = post('/api/expenses', 'record time', { input: a<AddExpense>('AddExpense'), answer: a<Added>('Added'), once: true });
export const correct = put('/api/time-entries/:id', 'record time', { input: a<CorrectTimeEntry>('CorrectTimeEntry') });
export const takeBack = remove('/api/time-entries/:id', 'record time');
export const expensesOfJob = get('/api/jobs/:id/expenses', 'record time', { answer: a<ExpenseView[]>('ExpenseView[]'), shows: ['time', 'fees'] });
export const correctExpense = put('/api/expenses/:id', 'record time', { input: a<CorrectExpense>('CorrectExpense') });
export const takeBackExpense = remove('/api/expenses/:id', 'record time');
