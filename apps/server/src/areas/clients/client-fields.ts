import { sql } from 'drizzle-orm';
import type { DetailField } from '@steady/core/details';
import { LEGAL_FORMS, PAYMENT_METHODS, STANDINGS, VAT_GROUPS, WAYS } from '@steady/contract/clients';
import { type ListField, columnsOf, detailFieldsOf } from '../../platform/lists';
import { personField } from '../team';

/** Persons sort by their last name, other clients by their name. */
export const BY_NAME = sql.raw('c.sort_name collate "unicode"');

const person = (key: string, name: string) => personField(key, name, `c.${key}_id`);
const own = columnsOf('c');
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
  own('name', 'Client', 'text', 'name', { sort: BY_NAME }),
  own('kind', 'Legal form', 'choice', 'legal_form', { choices: LEGAL_FORMS }),
  own('standing', 'Standing', 'choice', 'standing', { choices: STANDINGS }),
  own('labels', 'Labels', 'labels', 'labels'),
  own('way', 'Works', 'choice', 'way', { choices: WAYS }),
  person('partner', 'Partner'),
  person('manager', 'Manager'),
  person('preparer', 'Preparer'),
  own('trade', 'Trade', 'text', 'trade'),
  own('yearEnd', 'Year-end', 'day of the year', 'year_end'),
  own('vatRegistered', 'Registered for VAT', 'yes or no', 'vat_registered'),
  own('vatGroup', 'VAT group', 'choice', 'vat_group', { choices: VAT_GROUPS }),
  own('vatNumber', 'VAT number', 'text', 'vat_number'),
  own('taxNumber', 'Tax number', 'text', 'tax_number'),
  own('companyNumber', 'Company number', 'text', 'company_number'),
  own('vatFrom', 'VAT from', 'date', 'vat_from'),
  own('vatUntil', 'VAT until', 'date', 'vat_until'),
  own('employer', 'Employer', 'yes or no', 'employer'),
  own('employerFrom', 'Employer from', 'date', 'employer_from'),
  own('employerUntil', 'Employer until', 'date', 'employer_until'),
  own('annualReturnDate', 'Annual return date', 'day of the year', 'annual_return_date'),
  contact('contact', 'Contact', 'name'),
  contact('email', 'Email', 'email'),
  contact('phone', 'Telephone', 'phone'),
  own('since', 'Client since', 'date', 'since'),
  own('endedOn', 'Ended on', 'date', 'ended_on'),
  own('paperPlace', 'Paper is', 'text', 'paper_place'),
  { key: 'town', name: 'Town', kind: 'text', value: sql`(c.address ->> 'town')` },
  own('paymentMethod', 'Pays by', 'choice', 'payment_method', { choices: PAYMENT_METHODS }),
  own('iban', 'Account (IBAN)', 'text', 'iban'),
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
