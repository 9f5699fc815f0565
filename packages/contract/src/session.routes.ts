import type { MemberView, SessionView } from './team';
import { a, get, post } from './route';

export const session = get('/api/session', 'see clients', { answer: a<SessionView>('SessionView') });
export const list = get('/api/team', 'see clients', { answer: a<MemberView[]>('MemberView[]') });
export const signOut = post('/api/sign-out', 'open');
