import type { AskView, ChangeAsk, MissingView, PortalAsk, SetFollowUps, WithdrawAsk } from './asks';
import { a, get, patch, post } from './route';

export const ofJob = get('/api/jobs/:id/asks', 'see clients', {
  answer: a<AskView[]>('AskView[]'),
  shows: ['asks', 'requests', 'signatures', 'jobs', 'documents'],
});
export const ofClient = get('/api/clients/:id/asks', 'see clients', {
  answer: a<AskView[]>('AskView[]'),
  shows: ['asks', 'requests', 'signatures', 'jobs', 'documents', 'clients'],
});
/** What clients were asked for and is not there yet, over the whole firm. */
export const missing = get('/api/asks/missing', 'see clients', {
  answer: a<MissingView>('MissingView'),
  shows: ['asks', 'requests', 'signatures', 'jobs', 'clients', 'post'],
});
/** Writes once more to the one whose turn it is. */
export const remind = post('/api/asks/:id/remind', 'do work', { once: true });
export const change = patch('/api/asks/:id', 'do work', { input: a<ChangeAsk>('ChangeAsk') });
export const withdraw = post('/api/asks/:id/withdraw', 'do work', { input: a<WithdrawAsk>('WithdrawAsk') });
/** Takes back that it was withdrawn. */
export const restore = post('/api/asks/:id/restore', 'do work');
/** Stops the follow-ups about it, or has them go on. */
export const followUps = post('/api/asks/:id/follow-ups', 'do work', { input: a<SetFollowUps>('SetFollowUps') });
export const inPortal = get('/api/portal/asks', 'portal', { answer: a<PortalAsk[]>('PortalAsk[]') });
