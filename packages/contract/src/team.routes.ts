import type { FirmDoors } from './firm-doors';
import type { Letterhead, LetterheadView } from './letterhead';
import type { ClosingDays, KeepClosingDays } from './closing-days';
import type { AddLeave, AddRate, ChangeMember, InviteMember, RoleView, SetRoleRights, TeamRow } from './team';
import { type Added, FILE, a, get, post, put, patch, remove } from './route';

export const closingDays = get('/api/firm/closing-days', 'see clients', { answer: a<ClosingDays>('ClosingDays') });
export const keepClosingDays = put('/api/firm/closing-days', 'change services', { input: a<KeepClosingDays>('KeepClosingDays') });
export const people = get('/api/team/people', 'run firm', { answer: a<TeamRow[]>('TeamRow[]'), shows: ['team', 'access'] });
export const invite = post('/api/team/invitations', 'run firm', { input: a<InviteMember>('InviteMember'), answer: a<Added>('Added'), once: true });
export const inviteAgain = post('/api/team/:id/invitation', 'run firm', { once: true });
export const change = patch('/api/team/:id', 'run firm', { input: a<ChangeMember>('ChangeMember'), again: true });
/** For somebody whose authenticator and recovery codes are lost. */
export const dropSecondStep = post('/api/team/:id/second-step/drop', 'run firm', { again: true });
export const addLeave = post('/api/team/:id/leave', 'run firm', { input: a<AddLeave>('AddLeave'), once: true });
export const removeLeave = remove('/api/team/:id/leave/:leaveId', 'run firm');
export const setRate = post('/api/team/:id/rates', 'run firm', { input: a<AddRate>('AddRate') });
export const roles = get('/api/roles', 'run firm', { answer: a<RoleView[]>('RoleView[]'), shows: ['team', 'access'] });
export const setRole = put('/api/roles/:role', 'run firm', { input: a<SetRoleRights>('SetRoleRights'), text: ['role'], again: true });
export const letterhead = get('/api/firm/letterhead', 'see clients', { answer: a<LetterheadView>('LetterheadView') });
export const keepLetterhead = put('/api/firm/letterhead', 'run firm', { input: a<Letterhead>('Letterhead') });
/** The firm's logo, where it has one. */
export const logo = get('/api/firm/logo', 'see clients', { answer: FILE });
export const keepLogo = post('/api/firm/logo', 'run firm', { input: FILE });
export const removeLogo = remove('/api/firm/logo', 'run firm');
export const doors = get('/api/firm/doors', 'run firm', { answer: a<FirmDoors>('FirmDoors') });
export const keepDoors = put('/api/firm/doors', 'run firm', { input: a<FirmDoors>('FirmDoors'), again: true });
