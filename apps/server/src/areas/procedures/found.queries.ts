import { sql } from 'drizzle-orm';
import { foundByName } from '../search';

/** Procedures by name, for the search. */
export const proceduresFound = foundByName('procedure', sql`procedures`);
