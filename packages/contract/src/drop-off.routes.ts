import type { DropOffCode, DropOffDoor, LeaveHere, Puzzle } from './arrivals';
import { type Added, FILE, a, get, post } from './route';

/** The firm's public page, and what was sent from this device. */
export const door = get('/api/drop-off/:address', 'open', { answer: a<DropOffDoor>('DropOffDoor'), text: ['address'] });
export const logo = get('/api/drop-off/:address/logo', 'open', { answer: FILE, text: ['address'] });
/** Work that a browser does before something is left. */
export const puzzle = post('/api/drop-off/:address/puzzle', 'open', { answer: a<Puzzle>('Puzzle'), text: ['address'], aMinute: 20 });
/** Leaves a message; a code goes to the address that was given. */
export const leave = post('/api/drop-off/:address', 'open', { input: a<LeaveHere>('LeaveHere'), answer: a<Added>('Added'), text: ['address'], aMinute: 20 });
export const sendCode = post('/api/drop-off/:address/sent/:id/code', 'open', { text: ['address'], aMinute: 20 });
/** The code of the mail: what was left has arrived. */
export const confirm = post('/api/drop-off/:address/sent/:id/confirm', 'open', { input: a<DropOffCode>('DropOffCode'), text: ['address'], aMinute: 20 });
export const addFile = post('/api/drop-off/:address/sent/:id/files', 'open', { input: FILE, text: ['address'], aMinute: 60 });
