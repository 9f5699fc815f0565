import type { Found } from './search';
import type { Find } from './queries';
import { a, get } from './route';

export const find = get('/api/search', 'see clients', { query: a<Find>('Find'), answer: a<Found[]>('Found[]') });
