import type { AddPlace, Appoint, GiveBack, MovePapers, PacketFound, PacketView, PapersView, PlaceView, TakeInPapers, ThesePackets } from './papers';
import type { Find, OfRecord } from './queries';
import { type Added, FILE, a, get, post } from './route';

export const places = get('/api/places', 'see clients', { answer: a<PlaceView[]>('PlaceView[]'), shows: ['papers', 'clients'] });
export const addPlace = post('/api/places', 'do work', { input: a<AddPlace>('AddPlace'), answer: a<Added>('Added'), once: true });
/** Nothing more is put there; what lies there stays. Once more, and it is used again. */
export const retirePlace = post('/api/places/:id/retire', 'do work');
/** Papers of clients that lie in the office; those of one client or job also once they were given back. */
export const list = get('/api/papers', 'see clients', {
  query: a<OfRecord>('OfRecord'),
  answer: a<PapersView[]>('PapersView[]'),
  shows: ['papers', 'clients', 'jobs'],
});
export const takeIn = post('/api/clients/:id/papers', 'do work', { input: a<TakeInPapers>('TakeInPapers'), answer: a<Added>('Added'), once: true });
export const move = post('/api/papers/:id/move', 'do work', { input: a<MovePapers>('MovePapers') });
export const giveBack = post('/api/papers/:id/give-back', 'do work', { input: a<GiveBack>('GiveBack') });
/** They lie in the office after all. */
export const stillHere = post('/api/papers/:id/still-here', 'do work');
/** The slip that says what was received. */
export const slip = get('/api/papers/:id/slip.pdf', 'see clients', { answer: FILE });
/** What is to be printed and posted to clients on paper. */
export const toPrint = get('/api/packets', 'see clients', {
  answer: a<PacketView[]>('PacketView[]'),
  shows: ['papers', 'asks', 'requests', 'signatures', 'clients', 'jobs'],
});
/** Packets and letters as one PDF, each on sheets of its own, with addresses for the window of an envelope. */
export const print = post('/api/packets/print', 'do work', { input: a<ThesePackets>('ThesePackets'), answer: FILE, status: 200, takesAlong: 'packets' });
/** They were posted: the clients know from today. */
export const posted = post('/api/packets/posted', 'do work', { input: a<ThesePackets>('ThesePackets') });
/** The client and job of the code on a return label. */
export const found = get('/api/packets/found', 'see clients', { query: a<Find>('Find'), answer: a<PacketFound>('PacketFound') });
/** Puts a meeting at the office among the tasks of a job. */
export const appoint = post('/api/jobs/:id/appointment', 'do work', { input: a<Appoint>('Appoint'), once: true });
