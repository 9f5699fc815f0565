import { Injectable } from '@nestjs/common';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Facts } from '@steady/core/conditions';
import type { AddClient, ChangeClient, ClientFactsInput, ContactInput, Standing } from '@steady/contract/clients';
import type { Tx } from '../../platform/database';
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
    const [client] = await work.tx
      .insert(clients)
      .values({ ...columnsOf(input), firmId: work.firm.id, number, standing, since, note })
      .returning();
    await this.events.record(work, ClientAdded, {
      what: `added the client ${client!.name}`,
      clientId: client!.id,
      after: columnsOf(input),
      payload: { clientId: client!.id },
    });
    if (input.contact) await this.addContact(work, client!.id, input.contact);
    return client!.id;
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
    const [contact] = await work.tx
      .insert(contacts)
      .values({ firmId: work.firm.id, name, email: email?.toLowerCase() ?? null, phone })
      .returning({ id: contacts.id });
    const [last] = await work.tx
      .select({ count: sql<number>`count(*)::int` })
      .from(clientContacts)
      .where(eq(clientContacts.clientId, clientId));
    await work.tx.insert(clientContacts).values({ firmId: work.firm.id, clientId, contactId: contact!.id, role, position: last!.count });
    await this.events.record(work, ContactAdded, {
      what: `added the contact ${name}`,
      clientId,
      after: { name, email, phone, role },
      payload: { clientId, contactId: contact!.id },
    });
    return contact!.id;
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

  private async checkPeople(work: Work, input: ClientFactsInput): Promise<void> {
    const { partnerId, managerId, preparerId } = input;
    await this.team.mustBeMembers(work, { partnerId, managerId, preparerId });
  }
}

/** The facts of a client as filing rules and procedures read them. */
export function factsOf(client: Client): Facts {
  return Object.fromEntries(RULE_FACTS.map((name) => [name, client[name]]));
}
