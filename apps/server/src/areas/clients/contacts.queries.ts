import { Injectable, type OnModuleInit } from '@nestjs/common';
import { eq, sql } from 'drizzle-orm';
import type { ContactView, FoundContact, PersonView } from '@steady/contract/contacts';
import { rows } from '../../platform/database';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import { containing } from '../../platform/lists';
import type { Work } from '../../platform/work';
import type { Counted } from '../today';
import { clientContacts, contacts } from './clients.tables';

@Injectable()
export class ContactQueries implements OnModuleInit {
  constructor(private readonly present: Present) {}

  onModuleInit(): void {
    this.present.register('contact', (work, id) => this.person(work, id));
  }

  /** People by name or address, with the clients they act for. */
  find(work: Work, find: string): Promise<FoundContact[]> {
    return rows<FoundContact>(
      work.tx,
      sql`select p.id, p.name, p.email, coalesce((select array_agg(c.name order by c.name collate "unicode") from client_contacts l join clients c on c.id = l.client_id where l.contact_id = p.id), '{}') as clients
          from contacts p where p.firm_id = ${work.firm.id} and (p.name ilike ${containing(find)} or p.email ilike ${containing(find)}) order by p.name collate "unicode", p.id limit 20`,
    );
  }

  /** A person with the clients they act for. @throws Problem "not-found" also for one of another firm */
  async person(work: Work, contactId: string): Promise<PersonView> {
    const [person] = await rows<Omit<PersonView, 'clients'>>(
      work.tx,
      sql`select id, version, name, email, new_email_since as "newEmailSince", phone, mobile, address, marketing, away_until as "awayUntil", last_in_at as "lastInAt" from contacts where id = ${contactId} and firm_id = ${work.firm.id}`,
    );
    if (!person) throw Problem.notFound('contact');
    const clients = await rows<PersonView['clients'][number]>(
      work.tx,
      sql`select c.id, c.name, c.standing, c.way, l.role, l.gets_requests as "getsRequests", l.signs, l.pays from client_contacts l join clients c on c.id = l.client_id
          where l.contact_id = ${contactId} order by c.name collate "unicode", c.id`,
    );
    return { ...person, clients };
  }

  /** The people of a client in their order. */
  of(work: Work, clientId: string): Promise<ContactView[]> {
    return rows<ContactView>(
      work.tx,
      sql`select p.id, p.name, p.email, p.phone, p.mobile, l.role, l.gets_requests as "getsRequests", l.signs, l.pays
          from client_contacts l join contacts p on p.id = l.contact_id where l.client_id = ${clientId} order by l.position`,
    );
  }

  /** Of each client who can be written to about requests, in their order, and whether anybody signs for it. */
  async reached(work: Work): Promise<Map<string, { written: string[]; signs: boolean }>> {
    const found = await work.tx
      .select({
        clientId: clientContacts.clientId,
        written: sql<
          string[]
        >`coalesce(array_agg(${contacts.name} order by ${clientContacts.position}) filter (where ${clientContacts.getsRequests} and ${contacts.email} is not null), '{}')`,
        signs: sql<boolean>`bool_or(${clientContacts.signs})`,
      })
      .from(clientContacts)
      .innerJoin(contacts, eq(contacts.id, clientContacts.contactId))
      .where(eq(clientContacts.firmId, work.firm.id))
      .groupBy(clientContacts.clientId);
    return new Map(found.map(({ clientId, ...reached }) => [clientId, reached]));
  }

  /** Active clients who work online and have nobody with an address who gets requests. */
  nobodyToWriteTo(work: Work, most: number): Promise<Counted<{ id: string; name: string }>[]> {
    return rows(
      work.tx,
      sql`
        select c.id, c.name, count(*) over ()::int as "inAll"
        from clients c
        where c.firm_id = ${work.firm.id} and c.standing = 'active' and c.way = 'online'
          and not exists (
            select from client_contacts l join contacts p on p.id = l.contact_id
            where l.client_id = c.id and p.email is not null and l.gets_requests)
        order by c.name
        limit ${most}`,
    );
  }
}
