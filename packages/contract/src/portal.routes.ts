import type { DoorOpened, EnterCode, PortalDoor, PortalMe } from './requests';
import { a, get, post } from './route';

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
