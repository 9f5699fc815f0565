import type { SaveList } from './lists';
import { type Added, a, post, remove } from './route';

export const save = post('/api/saved-lists', 'see clients', { input: a<SaveList>('SaveList'), answer: a<Added>('Added'), once: true });
export const drop = remove('/api/saved-lists/:id', 'see clients');
