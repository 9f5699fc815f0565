import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { ClientRow, ClientView, ContactView } from '@steady/contract/clients';
import { rows } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';

const PAGE = 200;

/** Escapes what LIKE would read as a pattern. */
export const containing = (text: string) => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

@Injectable()
export class ClientQueries {
  /** A page of clients by name. `after` is the id of the last one shown before. */
  async list(work: Work, asked: { find?: string; after?: string }): Promise<{ rows: ClientRow[]; more: boolean; total: number }> {
    const matching = asked.find ? sql`and c.name ilike ${containing(asked.find)}` : sql``;
    const later = asked.after
      ? sql`and (c.name collate "unicode", c.id) > (select p.name collate "unicode", p.id from clients p where p.id = ${asked.after})`
      : sql``;
    const found = await rows<ClientRow & { total: number }>(
      work.tx,
      sql`with page as (
            select c.*, count(*) over ()::int as total from clients c where c.firm_id = ${work.firm.id} ${matching} ${later}
            order by c.name collate "unicode", c.id limit ${PAGE + 1})
          select c.id, c.number, c.name, c.standing, c.legal_form as "legalForm", c.trade, c.way, c.total,
                 next.due_on as "nextDue", next.name as "nextWhat",
                 coalesce(j.open, 0)::int as "openJobs", j.waiting as "waitingSince",
                 coalesce(i.unpaid, 0)::float8 as unpaid, coalesce(w.wip, 0)::float8 as wip, m.short_name as manager
          from page c
          left join lateral (select due_on, name from obligations o where o.client_id = c.id and o.status in ('open', 'filing') order by due_on limit 1) next on true
          left join lateral (select count(*) as open, min(waiting_since) as waiting from jobs where client_id = c.id and status <> 'finished') j on true
          left join lateral (select sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0)) as unpaid from invoices i where i.client_id = c.id and i.status = 'issued') i on true
          left join lateral (select sum(amount) as wip from wip_postings where client_id = c.id) w on true
          left join members m on m.id = c.manager_id
          order by c.name collate "unicode", c.id`,
    );
    return { rows: found.slice(0, PAGE).map(({ total: _, ...row }) => row), more: found.length > PAGE, total: found[0]?.total ?? 0 };
  }

  /** The labels in use, in their order. */
  async labels(work: Work): Promise<string[]> {
    const found = await rows<{ label: string }>(
      work.tx,
      sql`select distinct jsonb_array_elements_text(labels) as label from clients where firm_id = ${work.firm.id} order by 1`,
    );
    return found.map((row) => row.label);
  }

  async view(work: Work, clientId: string): Promise<ClientView> {
    const [client] = await rows<Omit<ClientView, 'contacts'>>(
      work.tx,
      sql`select c.id, c.version, c.number, c.name, c.standing, c.since, c.legal_form as "legalForm", c.trade, c.year_end as "yearEnd", c.vat_registered as "vatRegistered",
                 c.vat_group as "vatGroup", c.vat_number as "vatNumber", c.employer, c.annual_return_date as "annualReturnDate", c.way, c.note,
                 c.partner_id as "partnerId", c.manager_id as "managerId", c.preparer_id as "preparerId",
                 coalesce(i.unpaid, 0)::float8 as unpaid, i.since as "unpaidSince", coalesce(w.wip, 0)::float8 as wip,
                 j.waiting_since as "waitingSince", j.waiting_for as "waitingFor"
          from clients c
          left join lateral (select sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0)) as unpaid, min(i.due_on) as since from invoices i where i.client_id = c.id and i.status = 'issued') i on true
          left join lateral (select sum(amount) as wip from wip_postings where client_id = c.id) w on true
          left join lateral (select waiting_since, waiting_for from jobs where client_id = c.id and status <> 'finished' and waiting_since is not null order by waiting_since limit 1) j on true
          where c.id = ${clientId} and c.firm_id = ${work.firm.id}`,
    );
    if (!client) throw Problem.notFound('client');
    const contacts = await rows<ContactView>(
      work.tx,
      sql`select p.id, p.name, p.email, p.phone, l.role from client_contacts l join contacts p on p.id = l.contact_id where l.client_id = ${clientId} order by l.position`,
    );
    return { ...client, contacts };
  }
}
