import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { type Filter, listInWords, whyNotFilter } from '@steady/core/lists';
import type { ClientList, ClientRow, ListFields, ListPlace, ListValue, SavedListView } from '@steady/contract/client-lists';
import type { ClientView, DetailFieldView, NoteView, PhoneNote } from '@steady/contract/clients';
import { rows } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { type ClientField, clientFields, condition, joined } from './client-fields';
import { ContactQueries } from './contacts.queries';
import { beginning, containing } from './containing';

const PAGE = 250;
/** A file holds all; no firm has more. */
const FILE_ROWS = 50_000;

export interface ListAsked {
  find?: string;
  filters?: Filter[];
  columns?: string[];
  /** A field to sort by, with a minus before it for downwards. */
  sort?: string;
  from?: number;
}

@Injectable()
export class ClientQueries {
  constructor(private readonly contacts: ContactQueries) {}

  /** The details the firm keeps, in its order. */
  details(work: Work): Promise<DetailFieldView[]> {
    return rows<DetailFieldView>(work.tx, sql`select id, name, kind, choices, forms from detail_fields where firm_id = ${work.firm.id} order by position, id`);
  }

  async fields(work: Work): Promise<ClientField[]> {
    return clientFields(await this.details(work), may(work.actor, 'see fees'));
  }

  /** What a list can show and be filtered by, and the lists saved. */
  async listFields(work: Work): Promise<ListFields> {
    const fields = (await this.fields(work)).map(({ key, name, kind, choices }) => ({ key, name, kind, ...(choices ? { choices } : {}) }));
    const saved = await rows<SavedListView>(
      work.tx,
      sql`select id, name, member_id is null as shared, filters, columns, sort from saved_lists
          where firm_id = ${work.firm.id} and (member_id is null or member_id = ${work.actor.id}) order by member_id is null desc, name collate "unicode"`,
    );
    return { fields, saved };
  }

  /** A page of clients: filtered, sorted over all of them, with the columns asked for. */
  async list(work: Work, asked: ListAsked): Promise<ClientList> {
    const { fields, from, where, order, said } = await this.prepared(work, asked);
    const columns = fields.filter((field) => asked.columns?.includes(field.key));
    const found = await this.rowsOf(work, from, where, order, columns, PAGE + 1, asked.from ?? 0);
    const [count] = await rows<{ total: number }>(work.tx, sql`select count(*)::int as total from ${from} where ${where}`);
    return { rows: found.slice(0, PAGE), more: found.length > PAGE, total: count!.total, said };
  }

  /** All of a list, for a file. */
  async whole(work: Work, asked: ListAsked): Promise<{ columns: ClientField[]; rows: ClientRow[]; said: string }> {
    const { fields, from, where, order, said } = await this.prepared(work, asked);
    const columns = (asked.columns ?? []).flatMap((key) => fields.filter((field) => field.key === key));
    return { columns, rows: await this.rowsOf(work, from, where, order, columns, FILE_ROWS, 0), said };
  }

  /** The ids of all clients of a list, to choose all that were found. */
  async idsOf(work: Work, asked: ListAsked): Promise<string[]> {
    const { from, where } = await this.prepared(work, asked);
    return (await rows<{ id: string }>(work.tx, sql`select c.id from ${from} where ${where} limit 5000`)).map((row) => row.id);
  }

  /** Where in a list the first client stands whose name begins with, or else holds, what is typed; null when none does. */
  async placeOf(work: Work, asked: ListAsked, name: string): Promise<ListPlace | null> {
    const { from, where, order } = await this.prepared(work, asked);
    const [found] = await rows<ListPlace>(
      work.tx,
      sql`with places as (select c.id, c.name, (row_number() over (order by ${order}) - 1)::int as place from ${from} where ${where})
          select id, place from places where name ilike ${containing(name)} order by (name ilike ${beginning(name)}) desc, (name ilike ${containing(` ${name}`)}) desc, place limit 1`,
    );
    return found ?? null;
  }

  private async prepared(work: Work, asked: ListAsked): Promise<{ fields: ClientField[]; from: SQL; where: SQL; order: SQL; said: string }> {
    const known = await this.fields(work);
    const used = new Set([...(asked.filters ?? []).map((filter) => filter.field), asked.sort?.replace(/^-/, '')]);
    const { fields, from } = joined(known, used);
    const { filters = [] } = asked;
    const conditions = filters.map((filter) => {
      const field = fields.find((one) => one.key === filter.field);
      const why = whyNotFilter(field, filter);
      if (why) throw Problem.invalid([{ field: 'filters', message: why }], why);
      return condition(field!, filter);
    });
    const where = sql.join(
      [sql`c.firm_id = ${work.firm.id} and c.merged_into is null`, ...(asked.find ? [sql`c.name ilike ${containing(asked.find)}`] : []), ...conditions],
      sql` and `,
    );
    const down = asked.sort?.startsWith('-') ?? false;
    const by = asked.sort ? fields.find((field) => field.key === asked.sort!.replace(/^-/, '')) : undefined;
    const byName = fields.find((field) => field.key === 'name')!.sort!;
    const order = sql`${by && by.key !== 'name' ? sql`${by.sort ?? by.value} ${down ? sql`desc` : sql`asc`} nulls last, ` : sql``}${byName} ${by?.key === 'name' && down ? sql`desc` : sql`asc`}, c.id`;
    const names = new Map(
      (await rows<{ id: string; name: string }>(work.tx, sql`select id, name from members where firm_id = ${work.firm.id}`)).map((row) => [row.id, row.name]),
    );
    return { fields: known, from, where, order, said: listInWords('clients', fields, filters, (id) => names.get(id) ?? 'somebody') };
  }

  private async rowsOf(work: Work, from: SQL, where: SQL, order: SQL, columns: ClientField[], limit: number, offset: number): Promise<ClientRow[]> {
    const values = columns.map((column, index) => sql`, ${column.value} as ${sql.identifier(`v${index}`)}`);
    const found = await rows<Omit<ClientRow, 'values'> & Record<string, ListValue>>(
      work.tx,
      // The page is found first: a value is worked out for the clients that are shown, and not for all.
      sql`with page as materialized (select c.id, row_number() over (order by ${order}) as place from ${from} where ${where} order by place limit ${limit} offset ${offset})
          select c.id, c.name, c.standing, c.legal_form as "legalForm"${values.length > 0 ? sql.join(values, sql``) : sql``}
          from page join clients c on c.id = page.id order by page.place`,
    );
    return found.map(({ id, name, standing, legalForm, ...rest }) => ({
      id,
      name,
      standing,
      legalForm,
      values: Object.fromEntries(columns.map((column, index) => [column.key, rest[`v${index}`] ?? null])),
    }));
  }

  /** The labels in use, in their order. */
  async labels(work: Work): Promise<string[]> {
    const found = await rows<{ label: string }>(
      work.tx,
      sql`select distinct jsonb_array_elements_text(labels) as label from clients where firm_id = ${work.firm.id} and merged_into is null order by 1`,
    );
    return found.map((row) => row.label);
  }

  async view(work: Work, clientId: string): Promise<ClientView> {
    const [client] = await rows<Omit<ClientView, 'contacts' | 'notes'>>(
      work.tx,
      sql`select c.id, c.version, c.number, c.name, c.standing, c.since, c.legal_form as "legalForm", c.trade, c.year_end as "yearEnd", c.vat_registered as "vatRegistered",
                 c.vat_group as "vatGroup", c.vat_number as "vatNumber", c.vat_from as "vatFrom", c.vat_until as "vatUntil", c.employer, c.employer_from as "employerFrom", c.employer_until as "employerUntil",
                 c.address, c.iban, c.bic, c.payment_method as "paymentMethod", c.annual_return_date as "annualReturnDate", c.way, c.tax_number as "taxNumber", c.company_number as "companyNumber", c.ended_on as "endedOn", c.end_reason as "endReason",
                 c.paper_place as "paperPlace", c.labels, c.details,
                 c.partner_id as "partnerId", c.manager_id as "managerId", c.preparer_id as "preparerId",
                 coalesce(i.unpaid, 0)::float8 as unpaid, i.since as "unpaidSince", coalesce(w.wip, 0)::float8 as wip,
                 j.waiting_since as "waitingSince", j.waiting_for as "waitingFor",
                 (select jsonb_build_object('jobId', h.id, 'name', h.name, 'reason', h.hold_reason) from jobs h where h.client_id = c.id and h.status = 'on hold' order by h.due_on, h.id limit 1) as "onHold",
                 (select jsonb_build_object('id', r.id, 'name', r.name, 'clients', (select jsonb_agg(jsonb_build_object('id', o.id, 'name', o.name) order by o.name collate "unicode") from clients o where o.related_id = r.id and o.id <> c.id))
                  from related_clients r where r.id = c.related_id) as related,
                 (select jsonb_build_object('id', m.id, 'name', m.name) from clients m where m.id = c.merged_into) as "mergedInto"
          from clients c
          left join lateral (select sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0)) as unpaid, min(i.due_on) as since from invoices i where i.client_id = c.id and i.status = 'issued') i on true
          left join lateral (select sum((select sum(p.amount) from wip_postings p where p.job_id = o.id)) as wip from jobs o where o.client_id = c.id) w on true
          left join lateral (select waiting_since, waiting_for from jobs where client_id = c.id and status <> 'finished' and waiting_since is not null order by waiting_since limit 1) j on true
          where c.id = ${clientId} and c.firm_id = ${work.firm.id}`,
    );
    if (!client) throw Problem.notFound('client');
    const contacts = await this.contacts.of(work, clientId);
    return { ...client, contacts, notes: await this.notes(work, clientId) };
  }

  /** Notes of a client: the pinned first, then what is open, then the newest. */
  private notes(work: Work, clientId: string): Promise<NoteView[]> {
    return rows<NoteView>(
      work.tx,
      sql`select id, client_id as "clientId", kind, text, pinned, at, by_name as "byName", for_id as "forId", done_at as "doneAt", done_by as "doneBy" from client_notes
          where client_id = ${clientId} order by pinned desc, (done_at is null and kind <> 'note') desc, at desc, id desc limit 200`,
    );
  }

  /** Phone notes that wait for the person who acts. */
  phoneNotes(work: Work): Promise<PhoneNote[]> {
    return rows<PhoneNote>(
      work.tx,
      sql`select n.id, n.client_id as "clientId", c.name as client, n.kind, n.text, n.pinned, n.at, n.by_name as "byName", n.for_id as "forId", n.done_at as "doneAt", n.done_by as "doneBy"
          from client_notes n join clients c on c.id = n.client_id where n.for_id = ${work.actor.id} and n.kind = 'phone' and n.done_at is null order by n.at`,
    );
  }
}
