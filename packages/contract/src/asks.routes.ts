import type { AskView, ChangeAsk, MissingRow, MissingSum, NoteSaid, PortalAsk, SetFollowUps, SetPromise, WantedLine, WithdrawAsk } from './asks';
import type { ListFieldsView, ListTotals, Listed, PlaceFound } from './lists';
import type { MissingFilter, WantedAsked } from './queries';
import { type Added, FILE, a, get, patch, post } from './route';

export const ofJob = get('/api/jobs/:id/asks', 'see clients', {
  answer: a<AskView[]>('AskView[]'),
  shows: ['asks', 'requests', 'signatures', 'jobs', 'documents'],
});
export const ofClient = get('/api/clients/:id/asks', 'see clients', {
  answer: a<AskView[]>('AskView[]'),
  shows: ['asks', 'requests', 'signatures', 'jobs', 'documents', 'clients'],
});
const wanted = { query: a<MissingFilter>('MissingFilter'), shows: ['asks', 'requests', 'signatures', 'jobs', 'moves', 'clients', 'post', 'documents'] };

/** What clients were asked for, are to be asked for, and what came, over the whole firm or of one client or job. */
export const missing = get('/api/missing', 'see clients', { ...wanted, answer: a<Listed<MissingRow>>('Listed<MissingRow>') });
export const missingIds = get('/api/missing/ids', 'see clients', { ...wanted, answer: a<string[]>('string[]') });
export const missingPlace = get('/api/missing/place', 'see clients', { ...wanted, answer: a<PlaceFound>('PlaceFound') });
export const missingSums = get('/api/missing/sums', 'see clients', { ...wanted, answer: a<ListTotals>('ListTotals') });
export const missingFields = get('/api/missing/fields', 'see clients', { answer: a<ListFieldsView>('ListFieldsView') });
export const missingFile = get('/api/missing/list.:kind', 'see clients', { ...wanted, answer: FILE, text: ['kind'], takesAlong: 'what is missing' });
/** How much of it there is. */
export const missingSum = get('/api/missing/sum', 'see clients', { ...wanted, answer: a<MissingSum>('MissingSum') });
/** What clients were asked for and owe, by the day by which it is wanted; the earliest 300. */
export const wantedBy = get('/api/asks/wanted', 'see clients', {
  query: a<WantedAsked>('WantedAsked'),
  answer: a<WantedLine[]>('WantedLine[]'),
  shows: ['asks', 'requests', 'signatures', 'jobs', 'clients'],
});
/** Writes down what a client said about what is missing, for whom, and for when they promised it. */
export const said = post('/api/clients/:id/said', 'do work', { input: a<NoteSaid>('NoteSaid'), answer: a<Added>('Added'), once: true });
/** Stops all follow-ups to a client, or has them go on as the firm does. */
export const followUpsOfClient = post('/api/clients/:id/follow-ups', 'do work', { input: a<SetFollowUps>('SetFollowUps') });
/** Sets for which day an ask is promised, or that it is not. */
export const promise = post('/api/asks/:id/promise', 'do work', { input: a<SetPromise>('SetPromise') });
/** Writes once more to the one whose turn it is. */
export const remind = post('/api/asks/:id/remind', 'do work', { once: true });
/** Sends what is planned for a later day. */
export const sendNow = post('/api/asks/:id/send', 'do work', { once: true });
export const change = patch('/api/asks/:id', 'do work', { input: a<ChangeAsk>('ChangeAsk') });
export const withdraw = post('/api/asks/:id/withdraw', 'do work', { input: a<WithdrawAsk>('WithdrawAsk') });
/** Takes back that it was withdrawn. */
export const restore = post('/api/asks/:id/restore', 'do work');
/** Stops the follow-ups about it, or has them go on. */
export const followUps = post('/api/asks/:id/follow-ups', 'do work', { input: a<SetFollowUps>('SetFollowUps') });
export const inPortal = get('/api/portal/asks', 'portal', { answer: a<PortalAsk[]>('PortalAsk[]') });
