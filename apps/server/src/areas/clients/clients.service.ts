import { Injectable } from '@nestjs/common';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Facts } from '@steady/core/conditions';
import type { AddClient, ChangeClient, ClientFactsInput, ContactInput, Standing } from '@steady/contract/clients';
import { type Tx, newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, nextNumber } from '../../platform/work';
import { TeamService } from '../team';
import { clientContacts, clients, contacts } from './clients.tables';

export type Client = typeof clients.$inferSelect;
export interface Contact {
  id: string;
  name: string;
  email: string | null;
}

export const ClientAdded = eventKind<{ clientId: string }>('client added');
export const ClientChanged = eventKind<{ clientId: string }>('client changed');
export const ContactAdded = eventKind<{ clientId: string; contactId: string }>('contact added');

/** Facts that a rule may look at. */
const RULE_FACTS = ['legalForm', 'yearEnd', 'vatRegistered', 'vatGroup', 'employer', 'annualReturnDate', 'way'] as const;

/** The columns that an input fills: what is not given is nothing, not what was there before. */
function columnsOf(input: ClientFactsInput) {
  return {
    name: input.name,
    legalForm: input.legalForm,
    trade: input.trade ?? null,
    yearEnd: input.yearEnd ?? null,
    vatRegistered: input.vatRegistered,
    vatGroup: input.vatRegistered ? (input.vatGroup ?? null) : null,
    vatNumber: input.vatNumber ?? null,
    employer: input.employer,
    annualReturnDate: input.annualReturnDate ?? null,
    way: input.way,
    partnerId: input.partnerId ?? null,
    managerId: input.managerId ?? null,
    preparerId: input.preparerId ?? null,
  };
}

/** Who the clients are, what is known of them, and whom to write to. */
@Injectable()
export class ClientsService {
  constructor(
    private readonly events: Events,
    private readonly team: TeamService,
  ) {}

  async add(work: Work, input: AddClient, more: { standing?: Standing; since?: string; note?: string } = {}): Promise<string> {
    await this.checkPeople(work, input);
    const number = await nextNumber(work, 'client');
    const { standing = 'active', since = work.today.toString(), note = null } = more;
    // Nothing is read back here: whoever adds a client sees it only once it was granted to them, which follows the event.
    const id = newId();
    await work.tx.insert(clients).values({ ...columnsOf(input), id, firmId: work.firm.id, number, standing, since, note });
    await this.events.record(work, ClientAdded, { what: `added the client ${input.name}`, clientId: id, after: columnsOf(input), payload: { clientId: id } });
    if (input.contact) await this.addContact(work, id, input.contact);
    return id;
  }

  /** @throws Problem "changed-meanwhile" with the record as it stands, when somebody else changed it since `input.version`. */
  async change(work: Work, clientId: string, input: ChangeClient): Promise<void> {
    const before = await this.get(work, clientId);
    if (before.version !== input.version) throw Problem.stale('client', before);
    await this.checkPeople(work, input);
    const columns = columnsOf(input);
    const changed = await work.tx
      .update(clients)
      .set({ ...columns, version: input.version + 1 })
      .where(and(eq(clients.id, clientId), eq(clients.version, input.version)))
      .returning({ id: clients.id });
    if (changed.length === 0) throw Problem.stale('client', await this.get(work, clientId));
    const keys = (Object.keys(columns) as (keyof typeof columns)[]).filter((key) => columns[key] !== before[key]);
    if (keys.length === 0) return;
    const pick = (from: Partial<Client>) => Object.fromEntries(keys.map((key) => [key, from[key]]));
    await this.events.record(work, ClientChanged, {
      what: `changed ${keys
        .map((key) =>
          key
            .replace(/([A-Z])/g, ' $1')
            .replace(/ Id$/, '')
            .toLowerCase(),
        )
        .join(', ')}`,
      clientId,
      before: pick(before),
      after: pick(columns),
      payload: { clientId },
    });
  }

  async addContact(work: Work, clientId: string, input: ContactInput): Promise<string> {
    await this.get(work, clientId);
    const { name, email = null, phone = null, role = null } = input;
    const contactId = newId();
    await work.tx.insert(contacts).values({ id: contactId, firmId: work.firm.id, name, email: email?.toLowerCase() ?? null, phone });
    const [last] = await work.tx
      .select({ count: sql<number>`count(*)::int` })
      .from(clientContacts)
      .where(eq(clientContacts.clientId, clientId));
    await work.tx.insert(clientContacts).values({ firmId: work.firm.id, clientId, contactId, role, position: last!.count });
    await this.events.record(work, ContactAdded, {
      what: `added the contact ${name}`,
      clientId,
      after: { name, email, phone, role },
      payload: { clientId, contactId },
    });
    return contactId;
  }

  /** @throws Problem "not-found" also for a client of another firm. */
  async get(work: Work, clientId: string): Promise<Client> {
    const [client] = await work.tx
      .select()
      .from(clients)
      .where(and(eq(clients.id, clientId), eq(clients.firmId, work.firm.id)));
    if (!client) throw Problem.notFound('client');
    return client;
  }

  /** The people of a client in their order, first the one who is asked first. */
  async contactsOf(work: Work, clientId: string): Promise<Contact[]> {
    return work.tx
      .select({ id: contacts.id, name: contacts.name, email: contacts.email })
      .from(clientContacts)
      .innerJoin(contacts, eq(contacts.id, clientContacts.contactId))
      .where(eq(clientContacts.clientId, clientId))
      .orderBy(asc(clientContacts.position));
  }

  /** One contact, as the transaction's firm knows it; null when it does not. */
  async contact(tx: Tx, contactId: string): Promise<Contact | null> {
    const [contact] = await tx.select({ id: contacts.id, name: contacts.name, email: contacts.email }).from(contacts).where(eq(contacts.id, contactId));
    return contact ?? null;
  }

  /** The clients for which a contact acts; what they may see in the portal. */
  async clientsOf(work: Work, contactId: string): Promise<string[]> {
    const found = await work.tx.select({ id: clientContacts.clientId }).from(clientContacts).where(eq(clientContacts.contactId, contactId));
    return found.map((row) => row.id);
  }

  /** Names another person wherever one is named as partner, manager or preparer. @returns on how many clients. */
  async handOver(work: Work, from: string, to: string): Promise<number> {
    const changed = new Set<string>();
    for (const column of ['partnerId', 'managerId', 'preparerId'] as const) {
      const found = await work.tx
        .update(clients)
        .set({ [column]: to, version: sql`version + 1` })
        .where(and(eq(clients.firmId, work.firm.id), eq(clients[column], from)))
        .returning({ id: clients.id });
      for (const { id } of found) changed.add(id);
    }
    return changed.size;
  }

  private async checkPeople(work: Work, input: ClientFactsInput): Promise<void> {
    const { partnerId, managerId, preparerId } = input;
    await this.team.mustBeMembers(work, { partnerId, managerId, preparerId });
  }
}

/** The facts of a client as filing rules and procedures read them. */
export function factsOf(client: Client): Facts {
  return Object.fromEntries(RULE_FACTS.map((name) => [name, client[name]]));
}
