import { FILE, get } from './route';

/** A client's whole file as a ZIP of open formats. That it was taken is recorded. */
export const zip = get('/api/clients/:id/whole.zip', 'see clients', { answer: FILE, again: true });
