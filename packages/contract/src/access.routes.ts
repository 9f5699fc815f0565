import type {
  AuditPage,
  ChangeGrants,
  ChangeMemberStatus,
  ClientViewer,
  GrantOutcome,
  GrantTarget,
  GroupInput,
  GroupView,
  NamedClient,
  OpenTask,
  PersonSight,
  SetSight,
} from './team';
import type { AuditQuery } from './queries';
import { type Added, FILE, a, get, post, put, remove } from './route';

export const viewers = get('/api/clients/:id/viewers', 'see clients', { answer: a<ClientViewer[]>('ClientViewer[]') });
export const setOwnRecord = post('/api/clients/:id/own-record', 'run firm', { again: true });
export const sight = get('/api/team/:id/sight', 'grant clients', { answer: a<PersonSight>('PersonSight') });
export const setSight = put('/api/team/:id/sight', 'grant clients', { input: a<SetSight>('SetSight') });
/** The clients that a word, a label or a person finds, before they are granted. */
export const meant = get('/api/grants/meant', 'grant clients', { query: a<GrantTarget>('GrantTarget'), answer: a<NamedClient[]>('NamedClient[]') });
export const grant = post('/api/grants', 'grant clients', { input: a<ChangeGrants>('ChangeGrants'), answer: a<GrantOutcome>('GrantOutcome') });
export const takeBack = post('/api/grants/take-back', 'grant clients', { input: a<ChangeGrants>('ChangeGrants'), answer: a<GrantOutcome>('GrantOutcome') });
export const listGroups = get('/api/groups', 'see clients', { answer: a<GroupView[]>('GroupView[]') });
export const makeGroup = post('/api/groups', 'grant clients', { input: a<GroupInput>('GroupInput'), answer: a<Added>('Added'), once: true });
export const changeGroup = put('/api/groups/:id', 'grant clients', { input: a<GroupInput>('GroupInput') });
export const removeGroup = remove('/api/groups/:id', 'grant clients');
export const openTasks = get('/api/team/:id/open-tasks', 'run firm', { answer: a<OpenTask[]>('OpenTask[]') });
export const setStanding = post('/api/team/:id/standing', 'run firm', { input: a<ChangeMemberStatus>('ChangeMemberStatus') });
export const audit = get('/api/audit', 'run firm', { query: a<AuditQuery>('AuditQuery'), answer: a<AuditPage>('AuditPage') });
export const kinds = get('/api/audit/kinds', 'run firm', { answer: a<string[]>('string[]') });
export const auditFile = get('/api/audit.csv', 'run firm', { query: a<AuditQuery>('AuditQuery'), answer: FILE, again: true, takesAlong: 'the audit trail' });
