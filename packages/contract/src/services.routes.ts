import type { AddServiceLine, ChangeServiceLine, FeeProposal, KeepPermission, PauseLine, ResumeLine, ServiceLineView, StopLine } from './lines';
import type { FeeAsked } from './queries';
import type { KeepService, OrderServices, ServiceView, ShownFees, SuppliedView, TakeSupplied } from './services';
import { type Added, a, get, post, put, patch } from './route';

export const list = get('/api/services', 'see clients', { answer: a<ServiceView[]>('ServiceView[]'), shows: ['services', 'procedures', 'rules'] });
export const supplied = get('/api/services/supplied', 'change services', { answer: a<SuppliedView[]>('SuppliedView[]') });
export const take = post('/api/services/supplied', 'change services', { input: a<TakeSupplied>('TakeSupplied'), answer: a<Added>('Added'), once: true });
export const add = post('/api/services', 'change services', { input: a<KeepService>('KeepService'), answer: a<Added>('Added'), once: true });
export const order = put('/api/services/order', 'change services', { input: a<OrderServices>('OrderServices') });
export const change = patch('/api/services/:id', 'change services', { input: a<KeepService>('KeepService') });
export const copy = post('/api/services/:id/copy', 'change services', { answer: a<Added>('Added'), once: true });
export const fee = get('/api/services/:id/fee/:clientId', 'see fees', { query: a<FeeAsked>('FeeAsked'), answer: a<FeeProposal>('FeeProposal') });
export const linesOf = get('/api/clients/:id/lines', 'see clients', { answer: a<ServiceLineView[]>('ServiceLineView[]') });
export const addLine = post('/api/clients/:id/lines', 'change clients', { input: a<AddServiceLine>('AddServiceLine'), answer: a<Added>('Added'), once: true });
export const changeLine = patch('/api/lines/:id', 'change clients', { input: a<ChangeServiceLine>('ChangeServiceLine') });
/** The procedure of this line alone; copied from the usual one when it is asked for first. */
export const ownProcedure = post('/api/lines/:id/procedure', 'change services', { answer: a<Added>('Added'), status: 200 });
export const pause = post('/api/lines/:id/pause', 'change clients', { input: a<PauseLine>('PauseLine') });
export const resume = post('/api/lines/:id/resume', 'change clients', { input: a<ResumeLine>('ResumeLine') });
export const stop = post('/api/lines/:id/stop', 'change clients', { input: a<StopLine>('StopLine') });
export const permission = put('/api/clients/:id/permissions', 'change clients', { input: a<KeepPermission>('KeepPermission') });

/** Whether clients see fees in the portal. */
export const shownFees = get('/api/firm/shown-fees', 'see clients', { answer: a<ShownFees>('ShownFees') });
export const showFees = put('/api/firm/shown-fees', 'change services', { input: a<ShownFees>('ShownFees') });
