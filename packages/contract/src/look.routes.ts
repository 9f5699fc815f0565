import { post } from './route';

/** Opens the portal as a contact sees it, for a person of the firm. */
export const look = post('/api/contacts/:id/look', 'see clients');
