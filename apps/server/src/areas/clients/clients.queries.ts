import { Injectable } from '@nestjs/common';
import { asc, eq, sql } from 'drizzle-orm';
import type { ClientView, DetailFieldView, NoteView, NotesPage, PhoneNote } from '@steady/contract/clients';
import type { ClientRow } from '@steady/contract/client-lists';
import type { JobView } from '@steady/contract/jobs';
import type { Found } from '@steady/contract/search';
import { rows } from '../../platform/database';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import { may, seesFees } from '../../platform/identity';
import { type ListField, ListFields, type ListDefinition, SavedLists, containing, pageOf } from '../../platform/lists';
import type { Work } from '../../platform/work';
import { BY_NAME, clientFields } from './client-fields';
import { clientContacts, clients, contacts } from './clients.tables';
import { ContactQueries } from './contacts.queries';

const NOTES_A_PAGE = 100;

@Injectable()
export class ClientQueries {
  constructor(
    private readonly contacts: ContactQueries,
    private readonly listFields: ListFields,
    lists: SavedLists,
    private readonly present: Present,
  ) {
    lists.register('clients', (work) => this.fields(work));
    this.present.register('client', (work, id) => this.view(work, id));
  }

  /** The details the firm keeps, in its order. */
  details(work: Work): Promise<DetailFieldView[]> {
    return rows<DetailFieldView>(work.tx, sql`select id, name, kind, choices, forms from detail_fields where firm_id = ${work.firm.id} order by position, id`);
  }

  /** A client as its jobs show it: its name, how it works, and its people with what they have a say in. */
  async settledWith(work: Work, clientId: string): Promise<{ client: string; way: string; contacts: JobView['contacts'] }> {
    const [found] = await work.tx.select({ client: clients.name, way: clients.way }).from(clients).where(eq(clients.id, clientId));
    if (!found) throw Problem.notFound('client');
    const { getsRequests, signs, position } = clientContacts;
    const people = await work.tx
      .select({ id: contacts.id, name: contacts.name, email: contacts.email, getsRequests, signs })
      .from(clientContacts)
      .innerJoin(contacts, eq(contacts.id, clientContacts.contactId))
      .where(eq(clientContacts.clientId, clientId))
      .orderBy(asc(position));
    return { ...found, contacts: people };
  }

  /** Clients by name, for the search. */
  async found(work: Work, text: string, most: number): Promise<Found[]> {
    const { rows: found } = await pageOf<ClientRow>(work, await this.listing(work, text), { limit: most });
    return found.map(({ id, name, legalForm }) => ({ kind: 'client', id, name, beside: legalForm }));
  }

  async fields(work: Work): Promise<ListField[]> {
    const fees = may(work.actor, 'see fees');
    return this.listFields.with('clients', clientFields(await this.details(work))).filter((field) => !field.fees || fees);
  }

  /** The list of clients: all that the person sees, persons by their last name. `find` is a part of the name. */
  async listing(work: Work, find?: string): Promise<ListDefinition> {
    return {
      what: 'clients',
      fields: await this.fields(work),
      from: sql`clients c`,
      key: sql`c.id`,
      where: sql`c.firm_id = ${work.firm.id} and c.merged_into is null${find ? sql` and c.name ilike ${containing(find)}` : sql``}`,
      order: sql`${BY_NAME}, c.id`,
      row: { columns: sql`c.id, c.name, c.standing, c.legal_form as "legalForm"`, from: sql`clients c` },
      named: sql`c.name`,
    };
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
          left join lateral (select waiting_since, waiting_for from jobs where client_id = c.id and waiting_since is not null order by waiting_since limit 1) j on true
          where c.id = ${clientId} and c.firm_id = ${work.firm.id}`,
    );
    if (!client) throw Problem.notFound('client');
    const contacts = await this.contacts.of(work, clientId);
    const money = seesFees(work.actor) ? {} : { unpaid: null, unpaidSince: null, wip: null };
    return { ...client, ...money, contacts, notes: (await this.notes(work, clientId)).rows };
  }

  /**
   * Notes of a client: what is pinned or still open, then the newest, a page at a time. `before` is the last note of the
   * page before; without a limit all of them.
   */
  async notes(work: Work, clientId: string, before: string | null = null, limit: number | null = NOTES_A_PAGE): Promise<NotesPage> {
    const stands = sql`(pinned or (done_at is null and kind <> 'note'))`;
    const columns = sql`id, client_id as "clientId", kind, text, pinned, at, by_name as "byName", for_id as "forId", done_at as "doneAt", done_by as "doneBy"`;
    const onTop =
      before === null
        ? await rows<NoteView>(
            work.tx,
            sql`select ${columns} from client_notes where client_id = ${clientId} and ${stands} order by pinned desc, at desc, id desc`,
          )
        : [];
    const rest = await rows<NoteView>(
      work.tx,
      sql`select ${columns} from client_notes where client_id = ${clientId} and not ${stands} ${before === null ? sql`` : sql`and (at, id) < (select b.at, b.id from client_notes b where b.id = ${before})`}
          order by at desc, id desc ${limit === null ? sql`` : sql`limit ${limit + 1}`}`,
    );
    const more = limit !== null && rest.length > limit;
    return { rows: [...onTop, ...(more ? rest.slice(0, limit) : rest)], more };
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
