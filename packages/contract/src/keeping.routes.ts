import type { DecideThings, HoldThings, HoldView, PeriodsView, PersonsData, SetPeriods, TheseThings, ThingsLooked, YearlyList } from './keeping';
import type { OfRecord } from './queries';
import { type Added, FILE, a, get, post, put } from './route';

const SHOWS = ['keeping', 'clients', 'documents', 'post', 'requests', 'signatures'];

export const periods = get('/api/keeping/periods', 'see clients', { answer: a<PeriodsView>('PeriodsView'), shows: ['keeping', 'documents'] });
export const setPeriods = put('/api/keeping/periods', 'run firm', { input: a<SetPeriods>('SetPeriods') });
/** What may be destroyed this year, and what was decided. */
export const list = get('/api/keeping/list', 'run firm', { answer: a<YearlyList>('YearlyList'), shows: SHOWS });
/** What would go and what would stay, before somebody decides. Nothing is written. */
export const look = post('/api/keeping/look', 'run firm', { input: a<TheseThings>('TheseThings'), answer: a<ThingsLooked>('ThingsLooked'), status: 200 });
/** Destroys things whose time is over, for good, or keeps them longer. */
export const decide = post('/api/keeping/decide', 'run firm', {
  input: a<DecideThings>('DecideThings'),
  answer: a<ThingsLooked>('ThingsLooked'),
  status: 200,
  once: true,
});
/** Holds of the firm, or of one client; those that ended last. */
export const holds = get('/api/keeping/holds', 'see clients', {
  query: a<OfRecord>('OfRecord'),
  answer: a<HoldView[]>('HoldView[]'),
  shows: ['keeping', 'clients'],
});
export const hold = post('/api/clients/:id/holds', 'change clients', { input: a<HoldThings>('HoldThings'), answer: a<Added>('Added'), once: true });
export const endHold = post('/api/keeping/holds/:id/end', 'run firm');
/** What the firm has of one person, over all clients. */
export const person = get('/api/contacts/:id/data', 'run firm', { answer: a<PersonsData>('PersonsData'), shows: [...SHOWS, 'portal'] });
/** The same to be given to them, without what is of others. */
export const personsFile = get('/api/contacts/:id/data.zip', 'run firm', { answer: FILE, again: true });
/** Erases what need not stay, for good. */
export const erase = post('/api/contacts/:id/erase', 'run firm', { answer: a<PersonsData>('PersonsData'), status: 200, once: true, again: true });
