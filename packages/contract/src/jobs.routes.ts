import type {
  CancelJob,
  AddJob,
  AddJobs,
  ChangeJob,
  ConfirmPrerequisite,
  EverythingIn,
  HistoryLine,
  HoldJob,
  JobRow,
  JobTotals,
  JobView,
  JobsBegun,
  SeenVersion,
  StopJob,
  TakenBack,
  TheseJobs,
} from './jobs';
import type { ListFieldsView, ListTotals, Listed, PlaceFound } from './lists';
import type { FlowView } from './moves';
import type { AddTask, ChangeTask, TickCheck, TickTask, Ticked } from './tasks';
import type { JobsFilter, OfProcedure, OfRecord } from './queries';
import { type Added, FILE, a, get, post, patch } from './route';

export const list = get('/api/jobs', 'see clients', { query: a<JobsFilter>('JobsFilter'), answer: a<Listed<JobRow>>('Listed<JobRow>') });
/** The ids of everything a list finds, to choose all of it. */
export const ids = get('/api/jobs/ids', 'see clients', { query: a<JobsFilter>('JobsFilter'), answer: a<string[]>('string[]') });
/** Where in the list a client or job of that name stands; nothing when none is called that. */
export const place = get('/api/jobs/place', 'see clients', { query: a<JobsFilter>('JobsFilter'), answer: a<PlaceFound>('PlaceFound') });
export const totals = get('/api/jobs/totals', 'see clients', { query: a<JobsFilter>('JobsFilter'), answer: a<JobTotals>('JobTotals') });
/** The list added up by one of its fields. */
export const sums = get('/api/jobs/sums', 'see clients', { query: a<JobsFilter>('JobsFilter'), answer: a<ListTotals>('ListTotals') });
export const fields = get('/api/jobs/fields', 'see clients', { answer: a<ListFieldsView>('ListFieldsView') });
export const flow = get('/api/jobs/flow', 'see clients', { query: a<OfProcedure>('OfProcedure'), answer: a<FlowView>('FlowView') });
/** The list as it is shown, or added up, as a file: CSV, or a workbook. */
export const file = get('/api/jobs/list.:kind', 'see clients', {
  query: a<JobsFilter>('JobsFilter'),
  answer: FILE,
  text: ['kind'],
  takesAlong: 'the list of jobs',
});
export const add = post('/api/jobs', 'do work', { input: a<AddJob>('AddJob'), answer: a<Added>('Added'), once: true });
/** The same work for many clients: begun for each who has not got it. */
export const addMany = post('/api/jobs/many', 'do work', { input: a<AddJobs>('AddJobs'), answer: a<JobsBegun>('JobsBegun'), once: true });
/** Takes back jobs that were begun and that nobody has worked on. */
export const takeBack = post('/api/jobs/many/take-back', 'do work', { input: a<TheseJobs>('TheseJobs'), answer: a<TakenBack>('TakenBack') });
export const changeJob = patch('/api/jobs/:id', 'do work', { input: a<ChangeJob>('ChangeJob') });
export const view = get('/api/jobs/:id', 'see clients', {
  answer: a<JobView>('JobView'),
  shows: ['jobs', 'moves', 'asks', 'requests', 'signatures', 'documents', 'time', 'fees', 'almanac', 'clients', 'services', 'procedures', 'rules', 'team'],
});
export const hold = post('/api/jobs/:id/hold', 'do work', { input: a<HoldJob>('HoldJob') });
export const resume = post('/api/jobs/:id/resume', 'do work');
export const stop = post('/api/jobs/:id/stop', 'do work', { input: a<StopJob>('StopJob') });
/** Ends a job of no deadline that will not be done; a deadline is set aside with its job. */
export const cancel = post('/api/jobs/:id/cancel', 'do work', { input: a<CancelJob>('CancelJob') });
/** Confirms what has to be so before the work begins, or takes that back. */
export const confirm = post('/api/jobs/:id/prerequisites', 'do work', { input: a<ConfirmPrerequisite>('ConfirmPrerequisite') });
/** Says by hand that everything is in, where nothing was asked for, or takes that back. */
export const everythingIn = post('/api/jobs/:id/everything-in', 'do work', { input: a<EverythingIn>('EverythingIn') });
export const goOn = post('/api/jobs/:id/go-on', 'do work');
/** The same of one task by itself: the job goes on beside it. */
export const stopTask = post('/api/tasks/:id/stop', 'do work', { input: a<StopJob>('StopJob') });
export const taskGoesOn = post('/api/tasks/:id/go-on', 'do work');
export const check = post('/api/tasks/:id/check', 'do work', { input: a<TickCheck>('TickCheck') });
export const tick = post('/api/tasks/:id/tick', 'do work', { input: a<TickTask>('TickTask'), answer: a<Ticked>('Ticked') });
export const change = patch('/api/tasks/:id', 'do work', { input: a<ChangeTask>('ChangeTask') });
/** A task that the procedure does not know. */
export const addTask = post('/api/jobs/:id/tasks', 'do work', { input: a<AddTask>('AddTask'), answer: a<Added>('Added'), once: true });
export const removeTask = post('/api/tasks/:id/take-out', 'do work', { input: a<SeenVersion>('SeenVersion') });
export const history = get('/api/history', 'see clients', { query: a<OfRecord>('OfRecord'), answer: a<HistoryLine[]>('HistoryLine[]') });
