import type {
  ChangeContact,
  ContactMergePreview,
  MergeContacts,
  ChangeRelated,
  ContactInput,
  FoundContact,
  LinkContact,
  PersonView,
  RelateClient,
  RelatedView,
} from './contacts';
import type { Find } from './queries';
import { type Added, a, get, post, put, patch, remove } from './route';

export const find = get('/api/contacts', 'see clients', { query: a<Find>('Find'), answer: a<FoundContact[]>('FoundContact[]') });
export const person = get('/api/contacts/:id', 'see clients', { answer: a<PersonView>('PersonView') });
export const change = patch('/api/contacts/:id', 'change clients', { input: a<ChangeContact>('ChangeContact') });
/** What would become of two records of one person; the first stays. */
export const mergePreview = get('/api/contacts/:id/merge/:other', 'change clients', { answer: a<ContactMergePreview>('ContactMergePreview') });
export const merge = post('/api/contacts/:id/merge', 'change clients', { input: a<MergeContacts>('MergeContacts') });
export const add = post('/api/clients/:id/contacts', 'change clients', { input: a<ContactInput>('ContactInput'), answer: a<Added>('Added'), once: true });
export const link = put('/api/clients/:id/contacts/:contact', 'change clients', { input: a<LinkContact>('LinkContact') });
export const unlink = remove('/api/clients/:id/contacts/:contact', 'change clients');
export const relatedView = get('/api/related/:id', 'see clients', { answer: a<RelatedView>('RelatedView') });
export const changeRelated = patch('/api/related/:id', 'change clients', { input: a<ChangeRelated>('ChangeRelated') });
export const relate = post('/api/clients/:id/related', 'change clients', { input: a<RelateClient>('RelateClient'), answer: a<Added>('Added'), once: true });
export const leaveRelated = remove('/api/clients/:id/related', 'change clients');
export const confirmAddress = post('/api/contacts/:id/confirm-address', 'change clients');
