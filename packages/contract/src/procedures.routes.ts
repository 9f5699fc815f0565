import type {
  BeforeStarting,
  KeepProcedure,
  OnPaperBefore,
  ProcedureClients,
  ProcedureFull,
  ProcedureRow,
  SharePhase,
  SuppliedProcedureView,
  TakeSuppliedProcedure,
} from './procedures';
import type { PhasePlan } from '@steady/core/procedures';
import type { OfProcedure } from './queries';
import { type Added, a, get, post, patch } from './route';

export const list = get('/api/procedures', 'see clients', { answer: a<ProcedureRow[]>('ProcedureRow[]'), shows: ['procedures', 'jobs', 'services'] });
export const supplied = get('/api/procedures/supplied', 'change services', { answer: a<SuppliedProcedureView[]>('SuppliedProcedureView[]') });
export const take = post('/api/procedures/supplied', 'change services', {
  input: a<TakeSuppliedProcedure>('TakeSuppliedProcedure'),
  answer: a<Added>('Added'),
  once: true,
});
/** Who would go through it on paper. */
export const clients = get('/api/procedures/clients', 'change services', {
  query: a<OfProcedure>('OfProcedure'),
  answer: a<ProcedureClients>('ProcedureClients'),
});
/** What work that is about to be begun would mean, on paper. Fees decide ways, but are not told. */
export const before = post('/api/procedures/before-starting', 'do work', {
  input: a<BeforeStarting>('BeforeStarting'),
  answer: a<OnPaperBefore[]>('OnPaperBefore[]'),
});
export const view = get('/api/procedures/:id', 'see clients', { answer: a<ProcedureFull>('ProcedureFull') });
export const add = post('/api/procedures', 'change services', { input: a<KeepProcedure>('KeepProcedure'), answer: a<Added>('Added'), once: true });
export const change = patch('/api/procedures/:id', 'change services', { input: a<KeepProcedure>('KeepProcedure') });
export const share = post('/api/procedures/:id/in-common', 'change services', { input: a<SharePhase>('SharePhase'), answer: a<PhasePlan>('PhasePlan') });
export const copy = post('/api/procedures/:id/copy', 'change services', { answer: a<Added>('Added'), once: true });
