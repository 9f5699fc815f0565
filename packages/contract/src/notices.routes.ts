import type { SetTelling, TellingView } from './notices';
import { a, get, put } from './route';

/** How whoever asks is told of what clients do. */
export const telling = get('/api/you/told', 'see clients', { answer: a<TellingView>('TellingView'), shows: ['notices'] });
export const setTelling = put('/api/you/told', 'see clients', { input: a<SetTelling>('SetTelling') });
