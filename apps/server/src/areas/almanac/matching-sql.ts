import { type SQL, sql } from 'drizzle-orm';
import type { AlmanacFilter } from '@steady/contract/almanac';
import type { RuleBook } from '../rules';
import { clientsWith } from '../clients';

const ids = (given: string[]) => sql`(select jsonb_array_elements_text(${JSON.stringify(given)}::jsonb))`;

/** Which deadlines `o` a filter leaves; what is not asked costs nothing. */
export function matching(filter: AlmanacFilter, book: RuleBook): SQL {
  const { client, related, service, partner, manager, person, authority, only } = filter;
  const parts: SQL[] = [];
  if (client) parts.push(sql`o.client_id = ${client}`);
  if (related) parts.push(sql`o.client_id in ${clientsWith('relatedId', related)}`);
  if (partner) parts.push(sql`o.client_id in ${clientsWith('partnerId', partner)}`);
  if (manager) parts.push(sql`o.client_id in ${clientsWith('managerId', manager)}`);
  if (service) parts.push(sql`o.service_id = ${service}`);
  if (person)
    parts.push(
      sql`(o.id in (select x.obligation_id from jobs x where x.preparer_id = ${person} or exists (select from tasks t where t.job_id = x.id and t.assignee_id = ${person} and t.done_at is null))
           or (not o.begun and o.line_id in (select x.id from service_lines x where x.preparer_id = ${person})))`,
    );
  if (authority) parts.push(sql`o.rule_id in ${ids(book.idsOf((rule) => rule.authority === authority))}`);
  if (only) {
    const own = book.idsOf((rule) => rule.country === null);
    parts.push(only === 'own' ? sql`o.rule_id in ${ids(own)}` : sql`o.rule_id not in ${ids(own)}`);
  }
  return parts.length === 0 ? sql`true` : sql.join(parts, sql` and `);
}

/** The day by which a deadline stands in the almanac: the statutory one, or our own target ahead of it. */
export const dayOf = (filter: AlmanacFilter): SQL => (filter.by === 'target' ? sql.raw('o.target_on') : sql.raw('o.due_on'));
