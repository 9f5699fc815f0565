import { type SQL, sql } from 'drizzle-orm';
import type { DetailField, DetailKind } from '@steady/core/details';
import type { Field, FieldKind, Filter } from '@steady/core/lists';
import { LEGAL_FORMS, PAYMENT_METHODS, STANDINGS, VAT_GROUPS, WAYS } from '@steady/contract/clients';
import { containing } from './containing';

/** A field of the list of clients, and where its value comes from. */
export interface ClientField extends Field {
  /** The value, for one client `c`. */
  value: SQL;
  /** What it is sorted by, where that is not the value itself. */
  sort?: SQL;
  /** What a filter compares, where that is not the value itself: the id of a person. */
  compared?: SQL;
  /** Seen only by whoever sees fees. */
  fees?: true;
  /**
   * The same value for all clients at once, as a statement that gives `client_id` and `v`: sorting or filtering by what
   * is summed up takes one pass over the rows instead of one for each client.
   */
  grouped?: SQL;
  /** What a client without a row of its own there has. */
  otherwise?: SQL;
}

/** Persons sort by their last name, other clients by their name. */
const BY_NAME = sql.raw(`case when c.legal_form = 'person' then regexp_replace(c.name, '^.*\\s', '') || ' ' || c.name else c.name end collate "unicode"`);
const person = (column: string): Pick<ClientField, 'value' | 'compared' | 'sort'> => ({
  value: sql.raw(`(select m.name from members m where m.id = c.${column})`),
  compared: sql.raw(`c.${column}`),
  sort: sql.raw(`(select regexp_replace(m.name, '^.*\\s', '') || ' ' || m.name collate "unicode" from members m where m.id = c.${column})`),
});
const own = (key: string, name: string, kind: FieldKind, column: string, more: Partial<ClientField> = {}): ClientField => ({
  key,
  name,
  kind,
  value: sql.raw(`c.${column}`),
  ...more,
});
const contact = (key: string, name: string, column: string): ClientField => ({
  key,
  name,
  kind: 'text',
  value: sql.raw(
    `(select p.${column} from client_contacts l join contacts p on p.id = l.contact_id where l.client_id = c.id and p.${column} is not null order by l.position limit 1)`,
  ),
});
const next = (column: string) =>
  sql.raw(`(select o.${column} from obligations o where o.client_id = c.id and o.status in ('open', 'filing') order by o.due_on limit 1)`);

/** The day and name of the next deadline, for all clients at once. */
const nextOfAll = (column: string) =>
  sql.raw(`select distinct on (client_id) client_id, ${column} as v from obligations where status in ('open', 'filing') order by client_id, due_on, id`);

/** The fields that every firm has, the useful ones first. */
const FIELDS: ClientField[] = [
  own('name', 'Client', 'text', 'name', { sort: BY_NAME }),
  own('kind', 'Legal form', 'choice', 'legal_form', { choices: LEGAL_FORMS }),
  own('standing', 'Standing', 'choice', 'standing', { choices: STANDINGS }),
  own('labels', 'Labels', 'labels', 'labels'),
  own('way', 'Works', 'choice', 'way', { choices: WAYS }),
  { key: 'due', name: 'Next deadline', kind: 'date', value: next('due_on'), grouped: nextOfAll('due_on'), otherwise: sql`null::date` },
  { key: 'dueWhat', name: 'What is due', kind: 'text', value: next('name'), grouped: nextOfAll('name'), otherwise: sql`null::text` },
  {
    key: 'openJobs',
    name: 'Open jobs',
    kind: 'number',
    value: sql`(select count(*)::int from jobs j where j.client_id = c.id and j.status <> 'finished')`,
    grouped: sql`select client_id, count(*)::int as v from jobs where status <> 'finished' group by client_id`,
    otherwise: sql`0`,
  },
  {
    key: 'waits',
    name: 'We wait since',
    kind: 'date',
    value: sql`(select min(j.waiting_since)::date from jobs j where j.client_id = c.id and j.status <> 'finished')`,
    grouped: sql`select client_id, min(waiting_since)::date as v from jobs where status <> 'finished' group by client_id`,
    otherwise: sql`null::date`,
  },
  {
    key: 'wip',
    name: 'WIP',
    kind: 'money',
    fees: true,
    // Job by job, so that the postings of each are found by the index; joined, all of them would be read for each client.
    value: sql`coalesce((select sum((select sum(w.amount) from wip_postings w where w.job_id = j.id))::float8 from jobs j where j.client_id = c.id), 0)`,
    grouped: sql`select j.client_id, sum(w.amount)::float8 as v from (select job_id, sum(amount) as amount from wip_postings group by job_id) w join jobs j on j.id = w.job_id group by j.client_id`,
    otherwise: sql`0`,
  },
  {
    key: 'unpaid',
    name: 'Unpaid',
    kind: 'money',
    fees: true,
    value: sql`coalesce((select sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0))::float8 from invoices i where i.client_id = c.id and i.status = 'issued'), 0)`,
    grouped: sql`select i.client_id, sum(i.gross - coalesce(p.paid, 0))::float8 as v from invoices i left join (select invoice_id, sum(amount) as paid from payments group by invoice_id) p on p.invoice_id = i.id where i.status = 'issued' group by i.client_id`,
    otherwise: sql`0`,
  },
  { key: 'partner', name: 'Partner', kind: 'person', ...person('partner_id') },
  { key: 'manager', name: 'Manager', kind: 'person', ...person('manager_id') },
  { key: 'preparer', name: 'Preparer', kind: 'person', ...person('preparer_id') },
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
  own('number', 'Number', 'number', 'number'),
];

const DETAIL_FIELD_KIND: Record<DetailKind, FieldKind> = {
  text: 'text',
  number: 'number',
  date: 'date',
  choice: 'choice',
  'yes or no': 'yes or no',
  money: 'money',
};

/** All fields of the list for a firm with these details of its own, and for a person who may see fees or not. */
export function clientFields(details: readonly DetailField[], seesFees: boolean): ClientField[] {
  const more = details.map((detail): ClientField => {
    const text = sql`(c.details ->> ${detail.id})`;
    const value =
      detail.kind === 'number' || detail.kind === 'money'
        ? sql`${text}::float8`
        : detail.kind === 'date'
          ? sql`${text}::date`
          : detail.kind === 'yes or no'
            ? sql`${text}::boolean`
            : text;
    return { key: `detail:${detail.id}`, name: detail.name, kind: DETAIL_FIELD_KIND[detail.kind], choices: detail.choices, value };
  });
  return [...FIELDS, ...more].filter((field) => !field.fees || seesFees);
}

/** From where a list is read, when it is sorted or filtered by these fields: what is summed up is joined once for all clients. */
export function joined(fields: readonly ClientField[], used: ReadonlySet<string | undefined>): { fields: ClientField[]; from: SQL } {
  const joins: SQL[] = [];
  const read = fields.map((field): ClientField => {
    if (!field.grouped || !used.has(field.key)) return field;
    const alias = sql.raw(`g${joins.length}`);
    joins.push(sql` left join (${field.grouped}) ${alias} on ${alias}.client_id = c.id`);
    return { ...field, value: sql`coalesce(${alias}.v, ${field.otherwise})` };
  });
  return { fields: read, from: sql`clients c${sql.join(joins, sql``)}` };
}

/** A filter as a condition on a client `c`. The filter was found to fit its field before. */
export function condition(field: ClientField, { test, value }: Filter): SQL {
  const compared = field.compared ?? field.value;
  const labels = field.kind === 'labels';
  switch (test) {
    case 'empty':
      return labels ? sql`${compared} = '[]'::jsonb` : field.kind === 'text' ? sql`coalesce(${compared}, '') = ''` : sql`${compared} is null`;
    case 'not empty':
      return labels ? sql`${compared} <> '[]'::jsonb` : field.kind === 'text' ? sql`coalesce(${compared}, '') <> ''` : sql`${compared} is not null`;
    case 'has':
      return sql`${compared} ? ${value}`;
    case 'lacks':
      return sql`not (${compared} ? ${value})`;
    case 'holds':
      return sql`${compared} ilike ${containing(String(value))}`;
    case 'before':
      return sql`${compared} < ${value}::date`;
    case 'after':
      return sql`${compared} > ${value}::date`;
    case 'below':
      return sql`${compared} < ${value}::float8`;
    case 'above':
      return sql`${compared} > ${value}::float8`;
    case 'is':
    case 'is not': {
      const cast = { 'yes or no': sql`::boolean`, date: sql`::date`, number: sql`::float8`, money: sql`::float8`, person: sql`::uuid` }[
        field.kind as 'date'
      ] as SQL | undefined;
      const left = field.kind === 'text' ? sql`lower(${compared})` : compared;
      const right = sql`${field.kind === 'text' ? String(value).toLowerCase() : value}${cast ?? sql`::text`}`;
      return test === 'is' ? sql`${left} = ${right}` : sql`${left} is distinct from ${right}`;
    }
  }
}
