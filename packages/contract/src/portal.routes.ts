import type { DoorOpened, EnterCode, OpenedBy, OpenedThing, PortalDoor, PortalMe, PortalYou } from './requests';
import { FILE, a, get, post } from './route';

export const door = get('/api/portal/door/:token', 'open', { answer: a<PortalDoor>('PortalDoor'), text: ['token'] });
export const sendCode = post('/api/portal/door/:token/code', 'open', { text: ['token'], aMinute: 20 });
export const enter = post('/api/portal/door/:token/enter', 'open', {
  input: a<EnterCode>('EnterCode'),
  answer: a<DoorOpened>('DoorOpened'),
  text: ['token'],
  aMinute: 20,
});
export const enterAgain = post('/api/portal/door/:token/again', 'open', { answer: a<DoorOpened>('DoorOpened'), text: ['token'], aMinute: 20 });
export const leave = post('/api/portal/leave', 'open');
export const me = get('/api/portal/me', 'portal', { answer: a<PortalMe>('PortalMe') });
export const logo = get('/api/portal/logo', 'portal', { answer: FILE });
/** What is known of them, and their devices. */
export const you = get('/api/portal/you', 'portal', { answer: a<PortalYou>('PortalYou') });
/** A device lets nobody in with one click any more, and whoever is in on it is out. */
export const endDevice = post('/api/portal/devices/:id/end', 'portal');
/** Whoever is in has something before them: an ask, a document, a bill. */
export const opened = post('/api/portal/opened/:kind/:id', 'portal', { text: ['kind'] });
/** By whom it was opened. */
export const openedBy = get('/api/opened/:kind/:id', 'see clients', { answer: a<OpenedBy[]>('OpenedBy[]'), text: ['kind'], shows: ['portal'] });
/** What a person opened of late. */
export const openedOf = get('/api/contacts/:id/opened', 'see clients', { answer: a<OpenedThing[]>('OpenedThing[]'), shows: ['portal'] });
