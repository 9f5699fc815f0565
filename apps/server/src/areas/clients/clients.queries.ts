import { Injectable } from '@nestjs/common';
import { and, asc, eq, ilike, inArray, isNull, ne, sql } from 'drizzle-orm';
import { type ClientFacts, clientFacts } from '@steady/core/clients';
import type { ClientView, DetailFieldView, NoteView, NotesPage, NoteForYou } from '@steady/contract/clients';
import type { JobView } from '@steady/contract/jobs';
import { rows } from '../../platform/database';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import { type ListField, ListFields, type ListDefinition, SavedLists, containing } from '../../platform/lists';
import type { Work } from '../../platform/work';
import { BY_NAME, clientFields } from './client-fields';
import { ClientParts } from './client-parts';
import { type Client, clientContacts, clients, contacts, relatedClients } from './clients.tables';
import { ContactQueries } from './contacts.queries';

const NOTES_A_PAGE = 100;

/** Which clients are meant: all that is given has to hold. */
export interface ClientsMeant {
  clientIds?: readonly string[];
  find?: string;
  label?: string;
  partnerId?: string;
  managerId?: string;
}

/** Facts that whoever acts has no right to read, as if nobody knew them. */
const hiddenFrom = (work: Work): Partial<ClientFacts> =>
  Object.fromEntries(clientFacts.filter(({ seenWith }) => seenWith && !may(work.actor, seenWith)).map(({ key }) => [key, null]));

@Injectable()
export class ClientQueries {
  constructor(
    private readonly contacts: ContactQueries,
    private readonly parts: ClientParts,
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
    const { getsRequests, signs, role, position } = clientContacts;
    const people = await work.tx
      .select({ id: contacts.id, name: contacts.name, email: contacts.email, mobile: contacts.mobile, role, getsRequests, signs })
      .from(clientContacts)
      .innerJoin(contacts, eq(contacts.id, clientContacts.contactId))
      .where(eq(clientContacts.clientId, clientId))
      .orderBy(asc(position));
    return { ...found, contacts: people };
  }

  /** The fields of the list of clients that whoever acts may see, the firm's own details among them. */
  async fields(work: Work): Promise<ListField[]> {
    return this.listFields
      .with('clients', clientFields(await this.details(work)), work.firm.currency)
      .filter(({ seenWith }) => !seenWith || may(work.actor, seenWith));
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

  /**
   * A client as its page shows it; without the facts that whoever acts has no right to.
   *
   * @throws Problem "not-found" also for one of another firm
   */
  async view(work: Work, clientId: string): Promise<ClientView> {
    const [client] = await work.tx
      .select()
      .from(clients)
      .where(and(eq(clients.id, clientId), eq(clients.firmId, work.firm.id)));
    if (!client) throw Problem.notFound('client');
    const { firmId: _firm, sortName: _sort, relatedId, mergedInto, ...record } = client;
    const { openJobs: _jobs, nextDue: _due, ...parts } = await this.parts.of(work, clientId);
    return {
      ...record,
      ...hiddenFrom(work),
      related: relatedId === null ? null : await this.relatedTo(work, relatedId, clientId),
      mergedInto: mergedInto === null ? null : await this.named(work, mergedInto),
      contacts: await this.contacts.of(work, clientId),
      notes: (await this.notes(work, clientId)).rows,
      ...parts,
    };
  }

  /** Clients for whom work can be begun, by name: all active ones, or of those named the ones that are not former. */
  async atWork(work: Work, ids: string[] | null): Promise<Client[]> {
    const which = ids === null ? eq(clients.standing, 'active') : and(ne(clients.standing, 'former'), inArray(clients.id, ids));
    if (ids?.length === 0) return [];
    return work.tx
      .select()
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), which))
      .orderBy(asc(clients.name), asc(clients.id));
  }

  /** Clients for which all that is given holds, by name; records that became part of another are none. */
  async meant(work: Work, { clientIds, find, label, partnerId, managerId }: ClientsMeant): Promise<{ id: string; name: string }[]> {
    return work.tx
      .select({ id: clients.id, name: clients.name })
      .from(clients)
      .where(
        and(
          eq(clients.firmId, work.firm.id),
          isNull(clients.mergedInto),
          clientIds && sql`${clients.id} in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`,
          find ? ilike(clients.name, containing(find)) : undefined,
          label ? sql`${clients.labels} ? ${label}` : undefined,
          partnerId ? eq(clients.partnerId, partnerId) : undefined,
          managerId ? eq(clients.managerId, managerId) : undefined,
        ),
      )
      .orderBy(sql`${clients.name} collate "unicode"`, clients.id);
  }

  /** Clients that belong together, as one of them shows it: their name, and the others. */
  private async relatedTo(work: Work, relatedId: string, clientId: string): Promise<ClientView['related']> {
    const [found] = await work.tx.select({ id: relatedClients.id, name: relatedClients.name }).from(relatedClients).where(eq(relatedClients.id, relatedId));
    if (!found) return null;
    const others = await work.tx
      .select({ id: clients.id, name: clients.name })
      .from(clients)
      .where(and(eq(clients.relatedId, relatedId), ne(clients.id, clientId)))
      .orderBy(sql`${clients.name} collate "unicode"`);
    return { ...found, clients: others };
  }

  private async named(work: Work, clientId: string): Promise<{ id: string; name: string } | null> {
    const [found] = await work.tx.select({ id: clients.id, name: clients.name }).from(clients).where(eq(clients.id, clientId));
    return found ?? null;
  }

  /**
   * Notes of a client: what is pinned or still open, then the newest, a page at a time. `before` is the last note of the
   * page before; without a limit all of them.
   */
  async notes(work: Work, clientId: string, before: string | null = null, limit: number | null = NOTES_A_PAGE): Promise<NotesPage> {
    const stands = sql`(pinned or (done_at is null and kind <> 'note'))`;
    const columns = sql`id, client_id as "clientId", kind, job_id as "jobId", text, pinned, at, by_name as "byName", for_id as "forId", done_at as "doneAt", done_by as "doneBy"`;
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

  /** Phone notes and notices that wait for the person who acts. */
  notesForYou(work: Work): Promise<NoteForYou[]> {
    return rows<NoteForYou>(
      work.tx,
      sql`select n.id, n.client_id as "clientId", c.name as client, n.kind, n.job_id as "jobId", n.text, n.pinned, n.at, n.by_name as "byName", n.for_id as "forId", n.done_at as "doneAt", n.done_by as "doneBy"
          from client_notes n join clients c on c.id = n.client_id where n.for_id = ${work.actor.id} and n.done_at is null order by n.at`,
    );
  }
}
