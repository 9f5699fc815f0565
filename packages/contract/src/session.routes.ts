import type { SessionView } from './sign-in';
import type { MemberView } from './team';
import { a, get, post } from './route';

export const session = get('/api/session', 'see clients', { answer: a<SessionView>('SessionView'), early: true, shows: ['team', 'access'] });
export const list = get('/api/team', 'see clients', { answer: a<MemberView[]>('MemberView[]'), early: true, shows: ['team', 'access'] });
export const signOut = post('/api/sign-out', 'open');
