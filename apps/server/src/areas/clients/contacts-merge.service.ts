import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import { addressInLine } from '@steady/core/facts';
import { mergeRecords } from '@steady/core/merging';
import type { Address, ContactMergePreview, MergeContacts } from '@steady/contract/contacts';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { clientName } from './client-sql';
import { clientContacts, contacts, mergedContacts } from './clients.tables';
import { ContactsService } from './contacts.service';

/** Two records were found to be one person. */
export const ContactsMerged = eventKind<{ from: string; into: string }>('contacts merged', 'clients');

const FACTS = { name: 'Name', email: 'Email address', phone: 'Telephone', mobile: 'Mobile', address: 'Address' } as const;
type Person = typeof contacts.$inferSelect;

const factsOf = (person: Person): Record<string, unknown> => Object.fromEntries(Object.keys(FACTS).map((key) => [key, person[key as keyof Person]]));
const shown = (value: unknown): string => (typeof value === 'object' && value !== null ? addressInLine(value as Address) : String(value));

/** Makes two records of one person into one: what either of them did, was asked or was sent stands with the one that stays. */
@Injectable()
export class ContactMerging {
  private readonly followed: PgColumn[] = [];

  constructor(
    private readonly events: Events,
    private readonly contacts: ContactsService,
  ) {}

  /** Says that a column holds people's ids, which follow when two records become one. */
  follow(column: PgColumn): void {
    this.followed.push(column);
  }

  private async both(work: Work, keptId: string, goingId: string): Promise<{ kept: Person; going: Person }> {
    if (keptId === goingId) throw Problem.invalid([{ field: 'otherId', message: 'Choose another person.' }]);
    const [kept, going] = [await this.contacts.get(work, keptId), await this.contacts.get(work, goingId)];
    for (const person of [kept, going]) await this.contacts.mustSeeAll(work, person, 'whom they are one with');
    return { kept, going };
  }

  /** What merging would do. Nothing is written. */
  async preview(work: Work, keptId: string, goingId: string): Promise<ContactMergePreview> {
    const { kept, going } = await this.both(work, keptId, goingId);
    const { differs, filled } = mergeRecords(factsOf(kept), factsOf(going), []);
    const nameOf = (key: string) => FACTS[key as keyof typeof FACTS];
    const clients = await work.tx
      .select({ name: clientName(sql`${clientContacts.clientId}`) })
      .from(clientContacts)
      .where(eq(clientContacts.contactId, goingId));
    return {
      kept: { id: kept.id, name: kept.name, version: kept.version },
      going: { id: going.id, name: going.name, version: going.version },
      differs: differs.map(({ key, kept: one, going: other }) => ({ name: nameOf(key), kept: shown(one), going: shown(other) })),
      filled: filled.map(({ key, value }) => ({ name: nameOf(key), value: shown(value) })),
      clients: clients.map(({ name }) => name).sort((a, b) => a.localeCompare(b)),
    };
  }

  /** Carries it out: the kept one's facts stand, with what only the other had; the other's clients, messages and asks follow. */
  async merge(work: Work, keptId: string, input: MergeContacts): Promise<void> {
    const { kept, going } = await this.both(work, keptId, input.otherId);
    if (kept.version !== input.version) throw Problem.stale('contact', kept.id);
    if (going.version !== input.otherVersion) throw Problem.stale('contact', going.id);
    const { facts } = mergeRecords(factsOf(kept), factsOf(going), []);
    await work.tx
      .update(contacts)
      .set({
        ...(facts as Partial<Person>),
        marketing: kept.marketing ?? going.marketing,
        awayUntil: kept.awayUntil ?? going.awayUntil,
        newEmailSince: kept.email === null ? going.newEmailSince : kept.newEmailSince,
        version: kept.version + 1,
      })
      .where(eq(contacts.id, kept.id));
    await this.moveLinks(work, going.id, kept.id);
    for (const column of this.followed)
      await work.tx.execute(sql`update ${column.table} set ${sql.identifier(column.name)} = ${kept.id} where ${sql.identifier(column.name)} = ${going.id}`);
    const [clientId = null] = await this.contacts.clientsOf(work, kept.id);
    await this.events.record(work, ContactsMerged, {
      what: `merged the contact ${going.name}${going.email ? ` (${going.email})` : ''} into ${kept.name}`,
      clientId,
      before: { kept: factsOf(kept), going: factsOf(going) },
      after: facts,
      payload: { from: going.id, into: kept.id },
    });
    await work.tx.update(mergedContacts).set({ intoId: kept.id }).where(eq(mergedContacts.intoId, going.id));
    await work.tx.insert(mergedContacts).values({ firmId: work.firm.id, fromId: going.id, intoId: kept.id });
    await work.tx.delete(contacts).where(eq(contacts.id, going.id));
  }

  /** Where both act for a client, what either may there counts, in the place of the kept one. */
  private async moveLinks(work: Work, from: string, into: string): Promise<void> {
    await work.tx.execute(sql`
      update client_contacts k set role = coalesce(k.role, g.role), gets_requests = k.gets_requests or g.gets_requests,
             signs = k.signs or g.signs, pays = k.pays or g.pays, position = least(k.position, g.position)
      from client_contacts g where k.contact_id = ${into} and g.contact_id = ${from} and g.client_id = k.client_id`);
    await work.tx.execute(sql`
      delete from client_contacts g where g.contact_id = ${from}
        and exists (select from client_contacts k where k.contact_id = ${into} and k.client_id = g.client_id)`);
    await work.tx.update(clientContacts).set({ contactId: into }).where(eq(clientContacts.contactId, from));
  }

  /** The record that an old one became part of; null where it did not. */
  async whereTo(work: Work, contactId: string): Promise<string | null> {
    const [found] = await work.tx
      .select({ intoId: mergedContacts.intoId })
      .from(mergedContacts)
      .where(and(eq(mergedContacts.fromId, contactId), eq(mergedContacts.firmId, work.firm.id)));
    return found?.intoId ?? null;
  }
}
