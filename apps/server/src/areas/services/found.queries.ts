import { sql } from 'drizzle-orm';
import { foundByName } from '../search';

/** Services by name, for the search. */
export const servicesFound = foundByName('service', sql`services`);
