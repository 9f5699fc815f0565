import { sql } from 'drizzle-orm';
import type { DetailField } from '@steady/core/details';
import { LEGAL_FORMS, PAYMENT_METHODS, STANDINGS, VAT_GROUPS, WAYS } from '@steady/contract/clients';
import { type ListField, columnsOf, detailFieldsOf, personField } from '../../platform/lists';

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
const next = (column: string) =>
  sql.raw(`(select o.${column} from obligations o where o.client_id = c.id and o.status in ('open', 'filing') order by o.due_on limit 1)`);

/** The fields that every firm has, the useful ones first. */
const FIELDS: ListField[] = [
  own('name', 'Client', 'text', 'name', { sort: BY_NAME }),
  own('kind', 'Legal form', 'choice', 'legal_form', { choices: LEGAL_FORMS }),
  own('standing', 'Standing', 'choice', 'standing', { choices: STANDINGS }),
  own('labels', 'Labels', 'labels', 'labels'),
  own('way', 'Works', 'choice', 'way', { choices: WAYS }),
  {
    key: 'due',
    name: 'Next deadline',
    kind: 'date',
    value: next('due_on'),
    grouped: sql`select client_id as k, min(due_on) as v from obligations where status in ('open', 'filing') group by client_id`,
    otherwise: sql`null::date`,
  },
  {
    key: 'dueWhat',
    name: 'What is due',
    kind: 'text',
    value: next('name'),
    grouped: sql`select distinct on (client_id) client_id as k, name as v from obligations where status in ('open', 'filing') order by client_id, due_on, id`,
    otherwise: sql`null::text`,
  },
  {
    key: 'openJobs',
    name: 'Open jobs',
    kind: 'number',
    value: sql`(select count(*)::int from jobs j where j.client_id = c.id and j.status <> 'finished')`,
    grouped: sql`select client_id as k, count(*)::int as v from jobs where status <> 'finished' group by client_id`,
    otherwise: sql`0`,
  },
  {
    key: 'waits',
    name: 'We wait since',
    kind: 'date',
    value: sql`(select min(j.waiting_since)::date from jobs j where j.client_id = c.id)`,
    grouped: sql`select client_id as k, min(waiting_since)::date as v from jobs where waiting_since is not null group by client_id`,
    otherwise: sql`null::date`,
  },
  {
    key: 'wip',
    name: 'WIP',
    kind: 'money',
    fees: true,
    // Job by job, so that the postings of each are found by the index; joined, all of them would be read for each client.
    value: sql`coalesce((select sum((select sum(w.amount) from wip_postings w where w.job_id = j.id))::float8 from jobs j where j.client_id = c.id), 0)`,
    grouped: sql`select j.client_id as k, sum(w.amount)::float8 as v from (select job_id, sum(amount) as amount from wip_postings group by job_id) w join jobs j on j.id = w.job_id group by j.client_id`,
    otherwise: sql`0`,
  },
  {
    key: 'unpaid',
    name: 'Unpaid',
    kind: 'money',
    fees: true,
    value: sql`coalesce((select sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0))::float8 from invoices i where i.client_id = c.id and i.status = 'issued'), 0)`,
    grouped: sql`select i.client_id as k, sum(i.gross - coalesce(p.paid, 0))::float8 as v from invoices i left join (select invoice_id, sum(amount) as paid from payments group by invoice_id) p on p.invoice_id = i.id where i.status = 'issued' group by i.client_id`,
    otherwise: sql`0`,
  },
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

/** All fields of the list for a firm with these details of its own, and for a person who may see fees or not. */
export const clientFields = (details: readonly DetailField[], seesFees: boolean): ListField[] =>
  [...FIELDS, ...detailFieldsOf(details)].filter((field) => !field.fees || seesFees);
