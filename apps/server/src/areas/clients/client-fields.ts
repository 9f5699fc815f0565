import { sql } from 'drizzle-orm';
import type { DetailField } from '@steady/core/details';
import { LEGAL_FORMS, WAYS, clientFacts } from '@steady/core/clients';
import { type ListField, detailFieldsOf, fieldsOfFacts } from '../../platform/lists';
import { personField } from '../team';

/** Persons sort by their last name, other clients by their name. */
export const BY_NAME = sql.raw('c.sort_name collate "unicode"');

const contact = (key: string, name: string, column: string): ListField => ({
  key,
  name,
  kind: 'text',
  value: sql.raw(
    `(select p.${column} from client_contacts l join contacts p on p.id = l.contact_id where l.client_id = c.id and p.${column} is not null order by l.position limit 1)`,
  ),
});
/** The fields that every firm has, the useful ones first. */
const FIELDS: ListField[] = [
  ...fieldsOfFacts(clientFacts, 'c', personField).map((field) => (field.key === 'name' ? { ...field, sort: BY_NAME } : field)),
  contact('contact', 'Contact', 'name'),
  contact('email', 'Email', 'email'),
  contact('phone', 'Telephone', 'phone'),
  { key: 'town', name: 'Town', kind: 'text', value: sql`(c.address ->> 'town')` },
  { key: 'related', name: 'Related clients', kind: 'text', value: sql`(select r.name from related_clients r where r.id = c.related_id)` },
  // A number that names: it is not added up.
  { key: 'number', name: 'Number', kind: 'text', value: sql`c.number::text`, sort: sql`c.number` },
];

/** What jobs show of their client `c`. */
export const FIELDS_OF_JOBS: ListField[] = [
  { key: 'contact', name: 'Contact', kind: 'text', value: sql`(select p.name from contacts p where p.id = j.contact_id)` },
  { key: 'kind', name: 'Legal form of the client', kind: 'choice', choices: LEGAL_FORMS, value: sql`c.legal_form` },
  { key: 'way', name: 'The client works', kind: 'choice', choices: WAYS, value: sql`c.way` },
  { key: 'labels', name: 'Labels of the client', kind: 'labels', value: sql`c.labels` },
  { key: 'related', name: 'Related clients', kind: 'text', value: sql`(select r.name from related_clients r where r.id = c.related_id)` },
];

/** All fields of the list, for a firm with these details of its own. */
export const clientFields = (details: readonly DetailField[]): ListField[] => [...FIELDS, ...detailFieldsOf(details)];
