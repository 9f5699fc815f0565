import { type SQL, sql } from 'drizzle-orm';
import { clients, contacts } from './clients.tables';

/** The name of the client whose id stands in `id`, as part of a statement of another area. */
export const clientName = (id: SQL): SQL<string> => sql<string>`(select ${clients.name} from ${clients} where ${clients.id} = ${id})`;

/** The name of the person of a client whose id stands in `id`, as part of a statement of another area. */
export const contactName = (id: SQL): SQL<string> => sql<string>`(select ${contacts.name} from ${contacts} where ${contacts.id} = ${id})`;

/** Who looks after each client, what it is called and whether it works on paper, for a join within a statement of another area. */
export const peopleOfClients = sql`(select ${clients.id}, ${clients.preparerId}, ${clients.managerId}, ${clients.partnerId}, ${clients.name}, ${clients.way} from ${clients})`;

/** The ids of clients of whom somebody is partner or manager, or that belong to others, as a set within a statement of another area. */
export const clientsWith = (fact: 'relatedId' | 'partnerId' | 'managerId', value: string): SQL =>
  sql`(select ${clients.id} from ${clients} where ${clients[fact]} = ${value})`;

/** Whether a person signs for a client, as a condition within a statement of another area. */
export const signsFor = (contact: SQL, client: SQL): SQL =>
  sql`exists (select from client_contacts k where k.contact_id = ${contact} and k.client_id = ${client} and k.signs)`;
