import { Injectable } from '@nestjs/common';
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { clientFacts, factsAtFirst } from '@steady/core/clients';
import { type KnownClient, isSamePerson } from '@steady/core/importing';
import type { LegalForm } from '@steady/core/clients';
import type { Address } from '@steady/contract/contacts';
import { insertMany, newId, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, apart, nextNumbers } from '../../platform/work';
import { ContactsService } from './contacts.service';
import { ClientChanged, bearsOnRules, mayMoveAccount } from './clients.service';
import { type Client, type BulkRow, clientContacts, clients, contacts } from './clients.tables';

const ClientBroughtIn = eventKind<{ clientId: string }>('client brought in', 'clients');
/** Told once for all clients of a file. */
export const ClientsBroughtIn = eventKind<{ clientIds: string[] }>('clients brought in', 'clients');

type Values = Record<string, unknown>;
type Contact = { name: string; email: string | null; phone: string | null; role: string | null };

/** Facts that a file brings as they are; an address comes by its parts. */
const BROUGHT = new Set<string>(clientFacts.filter((fact) => fact.headings).map((fact) => fact.key));

/** The legal form that a name tells, where the file has none. */
function formOf(name: string): LegalForm {
  if (/\b(ltd|limited|dac|plc|uc|llc|inc)\b\.?/i.test(name)) return 'company';
  if (/\bclg\b|\btrust\b/i.test(name)) return 'charity';
  if (/\bco-?op(erative)?\b/i.test(name)) return 'co-operative';
  return /\bpartnership\b/i.test(name) ? 'partnership' : 'sole trader';
}

const detailsIn = (values: Values) =>
  Object.fromEntries(Object.entries(values).flatMap(([key, value]) => (key.startsWith('detail:') ? [[key.slice(7), value]] : [])));
const ADDRESS = ['street', 'town', 'postcode', 'country'] as const;

/** The columns that values fill. Parts of an address are put to those that are known; half of one, without street or town, is none. */
function columnsIn(values: Values, known: Address | null = null): Values {
  const own = Object.fromEntries(Object.entries(values).filter(([key]) => BROUGHT.has(key)));
  if (!ADDRESS.some((part) => values[part] !== undefined)) return own;
  const address = {
    ...known,
    ...Object.fromEntries(ADDRESS.flatMap((part) => (values[part] === undefined ? [] : [[part, values[part]]]))),
  } as Partial<Address>;
  return address.street && address.town ? { ...own, address } : own;
}

function contactIn(values: Values, name: string): Contact | null {
  const { contactName, email = null, phone = null, contactRole: role = null } = values as Record<string, string | undefined>;
  return contactName || email || phone ? { name: contactName ?? name, email: email?.toLowerCase() ?? null, phone, role } : null;
}

/** A row that a rule did not allow: it is left out, and the others go in. */
export interface Refused {
  client: string;
  why: string;
}

/** Clients that come from a file: written lot by lot, and undone like any change of many. */
@Injectable()
export class BroughtInService {
  constructor(
    private readonly events: Events,
    private readonly people: ContactsService,
  ) {}

  /** The clients there are, as a file is compared with them. */
  async known(work: Work): Promise<KnownClient[]> {
    const found = await work.tx
      .select()
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), isNull(clients.mergedInto)));
    const first = new Map(
      (
        await rows<{ clientId: string; contactName: string; email: string | null; phone: string | null; contactRole: string | null }>(
          work.tx,
          sql`select distinct on (l.client_id) l.client_id as "clientId", p.name as "contactName", p.email, p.phone, l.role as "contactRole" from client_contacts l join contacts p on p.id = l.contact_id
              where l.firm_id = ${work.firm.id} order by l.client_id, l.position`,
        )
      ).map(({ clientId, ...contact }) => [clientId, contact]),
    );
    return found.map((client) => ({
      id: client.id,
      name: client.name,
      values: {
        ...columnsIn(client),
        ...client.address,
        ...Object.fromEntries(Object.entries(client.details).map(([id, value]) => [`detail:${id}`, value])),
        ...first.get(client.id),
      },
    }));
  }

  /** Writes new clients and changes of known ones. @returns what stood before, by which they are undone, and what a rule did not allow */
  async write(work: Work, fresh: Values[], changed: { clientId: string; values: Values }[]): Promise<{ rows: BulkRow[]; refused: Refused[] }> {
    const added = await this.add(work, fresh);
    const clientIds = added.map((row) => row.clientId);
    if (clientIds.length > 0) await this.events.tell(work, ClientsBroughtIn, { what: '', payload: { clientIds } });
    const made = [...added];
    const refused: Refused[] = [];
    for (const { clientId, values } of changed) {
      const [client] = await work.tx.select().from(clients).where(eq(clients.id, clientId));
      if (!client) continue;
      try {
        made.push(await apart(work, () => this.change(work, client, values)));
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        refused.push({ client: client.name, why: error.detail });
      }
    }
    return { rows: made, refused };
  }

  /** The clients that a file changes in something that rules look at, as they would be; nothing is written. */
  async would(work: Work, values: ReadonlyMap<string, Values>): Promise<Map<string, Client>> {
    const bearing = [...values].filter(([, given]) => bearsOnRules(Object.keys(given).map((key) => (key.startsWith('detail:') ? 'details' : key))));
    const found =
      bearing.length === 0
        ? []
        : await work.tx
            .select()
            .from(clients)
            .where(
              and(
                eq(clients.firmId, work.firm.id),
                inArray(
                  clients.id,
                  bearing.map(([id]) => id),
                ),
              ),
            );
    return new Map(
      found.map((client) => {
        const given = values.get(client.id)!;
        return [client.id, { ...client, ...columnsIn(given, client.address), details: { ...client.details, ...detailsIn(given) } } as Client];
      }),
    );
  }

  /** Records once, however many lots they came in, how many clients a file brought. */
  async told(work: Work, count: number): Promise<void> {
    if (count > 0) await this.events.record(work, ClientsBroughtIn, { what: `imported ${count} clients`, payload: { clientIds: [] } });
  }

  private async add(work: Work, fresh: Values[]): Promise<BulkRow[]> {
    if (fresh.length === 0) return [];
    const first = await nextNumbers(work, 'client', fresh.length);
    const firmId = work.firm.id;
    const added = fresh.map((values, at) => {
      const name = values.name as string;
      return {
        client: {
          id: newId(),
          firmId,
          number: first + at,
          ...factsAtFirst(),
          legalForm: formOf(name),
          since: work.today.toString(),
          name,
          ...columnsIn(values),
          details: detailsIn(values) as Record<string, string>,
        },
        contact: contactIn(values, name),
      };
    });
    await insertMany(
      work.tx,
      clients,
      added.map(({ client }) => client),
    );
    const withContact = added.flatMap(({ client, contact }) => (contact ? [{ clientId: client.id, contactId: newId(), ...contact }] : []));
    const people = await this.asKnown(work, withContact);
    await insertMany(
      work.tx,
      contacts,
      people.filter((one) => one.isNew).map(({ contactId, name, email, phone }) => ({ id: contactId, firmId, name, email, phone })),
    );
    await insertMany(
      work.tx,
      clientContacts,
      people.map(({ clientId, contactId, role }) => ({ firmId, clientId, contactId, role, position: 0 })),
    );
    for (const { client, contact } of added)
      await this.events.record(work, ClientBroughtIn, {
        what: `imported ${client.name}`,
        clientId: client.id,
        after: contact ? { ...client, contact } : client,
        payload: { clientId: client.id },
      });
    return added.map(({ client }) => ({ clientId: client.id, added: true, before: {}, after: { name: client.name } }));
  }

  /** People of a file who are known by their address, or stand in it before, are that person and no new one. */
  private async asKnown<Person extends Contact & { contactId: string }>(work: Work, people: Person[]): Promise<(Person & { isNew: boolean })[]> {
    const known = await this.people.knownBy(
      work,
      people.flatMap(({ email }) => email ?? []),
    );
    const met: { id: string; name: string; email: string | null }[] = [...known];
    return people.map((person) => {
      const same = person.email === null ? undefined : met.find((one) => isSamePerson(one, person));
      if (same) return { ...person, contactId: same.id, isNew: false };
      met.push({ id: person.contactId, name: person.name, email: person.email });
      return { ...person, isNew: true };
    });
  }

  private async change(work: Work, client: Client, values: Values): Promise<BulkRow> {
    const clientId = client.id;
    const details = detailsIn(values);
    const after: Values = {
      ...columnsIn(values, client.address),
      ...(Object.keys(details).length > 0 ? { details: { ...client.details, ...details } } : {}),
    };
    mayMoveAccount(work, client, after);
    const before = Object.fromEntries(Object.keys(after).map((key) => [key, client[key as keyof Client]]));
    const contact = await this.changeContact(work, clientId, client.name, values);
    if (Object.keys(after).length > 0)
      await work.tx
        .update(clients)
        .set({ ...after, version: client.version + 1 })
        .where(eq(clients.id, clientId));
    await this.events.record(work, ClientChanged, {
      what: 'changed by an imported file',
      clientId,
      before,
      after: { ...after, ...(contact ? { contact: contact.after } : {}) },
      payload: { clientId, facts: Object.keys(after) },
    });
    return { clientId, before, after, ...(contact ? { contact } : {}) };
  }

  /** The first contact takes what the file says of one; a client without any gets one. */
  private async changeContact(work: Work, clientId: string, clientName: string, values: Values): Promise<BulkRow['contact']> {
    const given = values as Record<string, string | undefined>;
    if (!('contactName' in given || 'email' in given || 'phone' in given || 'contactRole' in given)) return undefined;
    const [first] = await rows<Contact & { id: string }>(
      work.tx,
      sql`select p.id, p.name, p.email, p.phone, l.role from client_contacts l join contacts p on p.id = l.contact_id where l.client_id = ${clientId} order by l.position limit 1`,
    );
    if (!first) {
      const contact = contactIn(values, clientName);
      if (!contact) return undefined;
      const { contactId: id, isNew } = (await this.asKnown(work, [{ ...contact, contactId: newId() }]))[0]!;
      const { role, ...person } = contact;
      if (isNew) await work.tx.insert(contacts).values({ id, firmId: work.firm.id, ...person });
      await work.tx.insert(clientContacts).values({ firmId: work.firm.id, clientId, contactId: id, role, position: 0 });
      return { id, before: null, after: contact };
    }
    const { id, ...before } = first;
    const after = {
      name: given.contactName ?? before.name,
      email: given.email?.toLowerCase() ?? before.email,
      phone: given.phone ?? before.phone,
      role: given.contactRole ?? before.role,
    };
    return { id, before, after, newEmailSince: await this.people.takeOver(work, clientId, id, after) };
  }
}
