import { fullDate } from '@steady/core/words';
import { pastGrants } from '../../platform/identity';
import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { ChangeContact, ContactInput, LinkContact, ContactPermission } from '@steady/contract/contacts';
import { type Tx, newId, rows } from '../../platform/database';
import { Events, eventKind, Effects } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import type { Contact, ContactOfClient } from './contact';
import { type ContactFacts, clientContacts, clients, contacts } from './clients.tables';

export const ContactAdded = eventKind<{ clientId: string; contactId: string }>('contact added', 'clients');
/** `newAddress` when mail goes elsewhere from now on: what was confirmed from the old address counts no more. */
export const ContactChanged = eventKind<{ contactId: string; newAddress: boolean }>('contact changed', 'clients');
export const ContactLinked = eventKind<{ clientId: string; contactId: string }>('contact linked', 'clients');
export const AddressConfirmed = eventKind<{ contactId: string }>('contact address confirmed', 'clients');
export const ContactUnlinked = eventKind<{ clientId: string; contactId: string }>('contact unlinked', 'clients');

/** What leads to a person: whoever changes it opens another door. */
const REACHED_BY = ['email', 'phone', 'mobile'] as const;
const CONTACT_PERMISSIONS = ['getsRequests', 'signs', 'pays'] as const satisfies ContactPermission[];

type Linked = typeof clientContacts.$inferSelect;

const PERMISSION_WORDS: Record<ContactPermission, string> = { getsRequests: 'gets requests', signs: 'signs', pays: 'pays' };

function permissionsInWords(link: Pick<Linked, ContactPermission | 'role'>): string {
  const says = (Object.keys(PERMISSION_WORDS) as ContactPermission[]).filter((say) => link[say]).map((say) => PERMISSION_WORDS[say]);
  return [link.role ?? 'without a role', ...(says.length > 0 ? says : ['has no say'])].join(', ');
}

type PersonFacts = Pick<typeof contacts.$inferSelect, 'name' | 'email' | 'phone' | 'mobile' | 'address' | 'marketing' | 'awayUntil'>;

/** What is not given is nothing, not what was there before. */
const factsOf = (input: ContactInput | ChangeContact): PersonFacts => ({
  name: input.name,
  email: input.email?.toLowerCase() ?? null,
  phone: input.phone ?? null,
  mobile: input.mobile ?? null,
  address: input.address ?? null,
  marketing: input.marketing ?? null,
  awayUntil: input.awayUntil ?? null,
});

const NOTHING_KNOWN = { email: null, newEmailSince: null, phone: null, mobile: null, address: null, marketing: null, awayUntil: null };
/** What a person is called of whom nothing stays. */
const ERASED = 'Erased person';

const isElsewhere = (before: { email: string | null }, after: { email: string | null }) => before.email !== null && after.email !== before.email;

/** A person as they are given to be changed, with some facts other than they are. Nothing is written. */
export function personWith(person: typeof contacts.$inferSelect, facts: Readonly<Record<string, unknown>>): object {
  const { name, email, phone, mobile, address, marketing, awayUntil, version } = person;
  const given = { name, email, phone, mobile, address, marketing, awayUntil, ...facts };
  return { ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== null && value !== '')), version };
}

/** People: each once, linked to the clients for which they act, with a role and a say at each. */
@Injectable()
export class ContactsService {
  constructor(
    private readonly events: Events,
    private readonly effects: Effects,
  ) {}

  /** A new person, linked to a client. The client was looked up by whoever calls. */
  async add(work: Work, clientId: string, input: ContactInput): Promise<string> {
    if (input.knownId !== undefined) {
      await this.link(work, clientId, input.knownId, input);
      return input.knownId;
    }
    if (input.email && !input.another) await this.mustBeNew(work, input.email);
    const contactId = newId();
    const facts = factsOf(input);
    await work.tx.insert(contacts).values({ id: contactId, firmId: work.firm.id, ...facts });
    const { role = null, getsRequests = true, signs = true, pays = true } = input;
    const said = { role, getsRequests, signs, pays };
    await work.tx.insert(clientContacts).values({ firmId: work.firm.id, clientId, contactId, ...said, position: await this.nextPlace(work, clientId) });
    await this.events.record(work, ContactAdded, {
      what: `added the contact ${facts.name}`,
      clientId,
      after: { ...facts, ...said },
      payload: { clientId, contactId },
    });
    return contactId;
  }

  /** @throws Problem "known-person" where somebody is known by this address: they are linked, or it is said that this is another person */
  private async mustBeNew(work: Work, email: string): Promise<void> {
    // Of two who add somebody by one address at once, the second waits until the first is there to be found.
    await work.tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`${work.firm.id} ${email.toLowerCase()}`}, 0))`);
    const [known] = await this.knownBy(work, [email]);
    if (known)
      throw Problem.refused(
        'known-person',
        `${known.email} is the address of ${known.name}, who is known to us. Link ${known.name}, or say that this is another person.`,
      );
  }

  /** The people who are known by one of these addresses, as far as whoever acts sees them. */
  async knownBy(work: Work, emails: readonly string[]): Promise<(Contact & { email: string })[]> {
    const asked = sql`(select lower(e) from jsonb_array_elements_text(${JSON.stringify(emails)}::jsonb) e)`;
    const found = await work.tx
      .select({ id: contacts.id, name: contacts.name, email: contacts.email, awayUntil: contacts.awayUntil })
      .from(contacts)
      .where(and(eq(contacts.firmId, work.firm.id), sql`lower(${contacts.email}) in ${asked}`))
      .orderBy(contacts.id);
    return found.map((one) => ({ ...one, email: one.email! }));
  }

  private async nextPlace(work: Work, clientId: string): Promise<number> {
    const [last] = await work.tx
      .select({ place: sql<number>`coalesce(max(position) + 1, 0)::int` })
      .from(clientContacts)
      .where(eq(clientContacts.clientId, clientId));
    return last!.place;
  }

  /** @throws Problem "changed-meanwhile" when somebody else changed the person since */
  async change(work: Work, contactId: string, input: ChangeContact): Promise<void> {
    const before = await this.get(work, contactId);
    if (before.version !== input.version) throw Problem.stale('contact', contactId);
    const facts = factsOf(input);
    if (REACHED_BY.some((key) => facts[key] !== before[key])) await this.mustSeeAll(work, before, 'how they are reached');
    const elsewhere = isElsewhere(before, facts);
    const changed = await work.tx
      .update(contacts)
      .set({ ...facts, ...(elsewhere ? { newEmailSince: work.now.toString() } : {}), version: before.version + 1 })
      .where(and(eq(contacts.id, contactId), eq(contacts.version, before.version)))
      .returning({ id: contacts.id });
    if (changed.length === 0) throw Problem.stale('contact', contactId);
    const keys = (Object.keys(facts) as (keyof typeof facts)[]).filter((key) => JSON.stringify(facts[key]) !== JSON.stringify(before[key]));
    if (keys.length === 0) return;
    const pick = (from: PersonFacts) => Object.fromEntries(keys.map((key) => [key, from[key]]));
    const [clientId = null] = await this.clientsOf(work, contactId);
    await this.events.record(work, ContactChanged, {
      what: `changed ${keys.join(', ')} of the contact ${facts.name}`,
      clientId,
      before: pick(before),
      after: pick(facts),
      payload: { contactId, newAddress: keys.includes('email') },
    });
    if (elsewhere) await this.tellOldAddress(work, before.name, before.email!);
  }

  /** Takes over what a file says of a person and of their role for a client, under the same rules as a change by hand. @returns since when the address before was new, for an undo */
  async takeOver(work: Work, clientId: string, contactId: string, { role, ...facts }: ContactFacts): Promise<string | null> {
    const before = await this.get(work, contactId);
    if (facts.email !== before.email || facts.phone !== before.phone) await this.mustSeeAll(work, before, 'how they are reached');
    const elsewhere = isElsewhere(before, facts);
    await work.tx
      .update(contacts)
      .set({ ...facts, ...(elsewhere ? { newEmailSince: work.now.toString() } : {}), version: before.version + 1 })
      .where(eq(contacts.id, contactId));
    await this.setRole(work, clientId, contactId, role);
    if (elsewhere) await this.tellOldAddress(work, before.name, before.email!);
    return before.newEmailSince;
  }

  /** Puts back what stood before a file was taken over. @param newEmailSince since when that address was new; null for one that was sure */
  async putBack(work: Work, clientId: string, contactId: string, { role, ...facts }: ContactFacts, newEmailSince: string | null): Promise<void> {
    const now = await this.get(work, contactId);
    if (facts.email !== now.email || facts.phone !== now.phone) await this.mustSeeAll(work, now, 'how they are reached');
    await work.tx
      .update(contacts)
      .set({ ...facts, newEmailSince, version: now.version + 1 })
      .where(eq(contacts.id, contactId));
    await this.setRole(work, clientId, contactId, role);
  }

  private async setRole(work: Work, clientId: string, contactId: string, role: string | null): Promise<void> {
    await work.tx
      .update(clientContacts)
      .set({ role })
      .where(and(eq(clientContacts.clientId, clientId), eq(clientContacts.contactId, contactId)));
  }

  /** Whoever reads the old mailbox is told, so that nobody is moved away unseen. */
  private async tellOldAddress(work: Work, name: string, address: string): Promise<void> {
    await this.effects.plan(work, 'letter', newId(), {
      channel: 'mail',
      toName: name,
      address,
      subject: `${work.firm.name} writes to another address from now on`,
      body: `Dear ${name},\n\nFrom now on our messages go to another address than this one. ${work.actor.name} noted it on ${fullDate(work.today)}.\n\nIf you did not ask for it, tell us at once.\n\n${work.firm.name}`,
    });
  }

  /** Somebody of the firm has made sure, by telephone or in person, that a new address is theirs: it opens the door from now on. */
  async confirmAddress(work: Work, contactId: string): Promise<void> {
    const contact = await this.get(work, contactId);
    await this.mustSeeAll(work, contact, 'how they are reached');
    if (contact.newEmailSince === null) throw Problem.refused('confirmed-already', 'This address is confirmed.');
    await work.tx.update(contacts).set({ newEmailSince: null }).where(eq(contacts.id, contactId));
    const [clientId = null] = await this.clientsOf(work, contactId);
    await this.events.record(work, AddressConfirmed, {
      what: `made sure that ${contact.email ?? 'the address'} is the address of ${contact.name}`,
      clientId,
      payload: { contactId },
    });
  }

  /** What opens a person's door, or what they may say, belongs to all of their clients: it is changed only by who sees all of them. */
  async mustSeeAll(work: Work, contact: { id: string; name: string }, what: string): Promise<void> {
    const seen = await this.clientsOf(work, contact.id);
    const all = await pastGrants(work.tx, () => this.clientsOf(work, contact.id));
    if (all.length > seen.length)
      throw Problem.refused(
        'acts-for-others',
        `${contact.name} acts for clients that you do not see as well. Ask somebody who sees all of them to change ${what}.`,
      );
  }

  /** Links a person to a client, or changes what they are and may there. */
  async link(work: Work, clientId: string, contactId: string, input: LinkContact): Promise<void> {
    await this.mustSeeClient(work, clientId);
    const contact = await this.get(work, contactId);
    const there = await this.linkOf(work, clientId, contactId);
    const { role = null, getsRequests = there?.getsRequests ?? true, signs = there?.signs ?? true, pays = there?.pays ?? true } = input;
    const after = { role, getsRequests, signs, pays };
    if (CONTACT_PERMISSIONS.some((say) => after[say] !== (there?.[say] ?? false))) await this.mustSeeAll(work, contact, 'what they may say');
    if (there)
      await work.tx
        .update(clientContacts)
        .set(after)
        .where(and(eq(clientContacts.clientId, clientId), eq(clientContacts.contactId, contactId)));
    else await work.tx.insert(clientContacts).values({ firmId: work.firm.id, clientId, contactId, ...after, position: await this.nextPlace(work, clientId) });
    await this.events.record(work, ContactLinked, {
      what: `${there ? 'changed' : 'linked'} ${contact.name}: ${permissionsInWords(after)}`,
      clientId,
      before: there && { role: there.role, getsRequests: there.getsRequests, signs: there.signs, pays: there.pays },
      after,
      payload: { clientId, contactId },
    });
  }

  /** Takes a person off a client. They stay a contact of the others they act for. */
  async unlink(work: Work, clientId: string, contactId: string): Promise<void> {
    await this.mustSeeClient(work, clientId);
    const contact = await this.get(work, contactId);
    const there = await this.linkOf(work, clientId, contactId);
    if (!there) throw Problem.notFound('contact');
    // The history names the person before the row that lets whoever acts see them is gone.
    await this.events.record(work, ContactUnlinked, {
      what: `removed ${contact.name} from the client`,
      clientId,
      before: { name: contact.name, role: there.role },
      payload: { clientId, contactId },
    });
    await work.tx.delete(clientContacts).where(and(eq(clientContacts.clientId, clientId), eq(clientContacts.contactId, contactId)));
  }

  /** Erases how a person is reached and their wishes, and takes them off the clients named. Their name stays. */
  async erase(work: Work, contactId: string, from: readonly string[]): Promise<void> {
    const { name } = await this.get(work, contactId);
    for (const clientId of from) await this.unlink(work, clientId, contactId);
    await work.tx
      .update(contacts)
      .set({ ...NOTHING_KNOWN, erasedAt: work.now.toString(), version: sql`${contacts.version} + 1` })
      .where(and(eq(contacts.id, contactId), eq(contacts.firmId, work.firm.id)));
    const kinds = [ContactAdded, ContactChanged, ContactLinked, AddressConfirmed].map((kind) => kind.name);
    await this.events.forget(work, { clientIds: [...from, ...(await this.clientsOf(work, contactId))], kinds, naming: name });
  }

  /** Erases what a person is called: nothing else of theirs stays. */
  async eraseName(work: Work, contactId: string): Promise<void> {
    await work.tx
      .update(contacts)
      .set({ name: ERASED, erasedAt: work.now.toString() })
      .where(and(eq(contacts.id, contactId), eq(contacts.firmId, work.firm.id)));
  }

  private async mustSeeClient(work: Work, clientId: string): Promise<void> {
    const [client] = await work.tx
      .select({ id: clients.id })
      .from(clients)
      .where(and(eq(clients.id, clientId), eq(clients.firmId, work.firm.id)));
    if (!client) throw Problem.notFound('client');
  }

  private async linkOf(work: Work, clientId: string, contactId: string): Promise<Linked | undefined> {
    const [link] = await work.tx
      .select()
      .from(clientContacts)
      .where(and(eq(clientContacts.clientId, clientId), eq(clientContacts.contactId, contactId)));
    return link;
  }

  async get(work: Work, contactId: string): Promise<typeof contacts.$inferSelect> {
    const [contact] = await work.tx
      .select()
      .from(contacts)
      .where(and(eq(contacts.id, contactId), eq(contacts.firmId, work.firm.id)));
    if (!contact) throw Problem.notFound('contact');
    return contact;
  }

  /** The people of a client in their order, first the one who is asked first; only those with a say, when one is named. */
  async of(work: Work, clientId: string, say?: ContactPermission): Promise<ContactOfClient[]> {
    return work.tx
      .select({
        id: contacts.id,
        name: contacts.name,
        email: contacts.email,
        awayUntil: contacts.awayUntil,
        role: clientContacts.role,
        mobile: contacts.mobile,
        lastInAt: contacts.lastInAt,
      })
      .from(clientContacts)
      .innerJoin(contacts, eq(contacts.id, clientContacts.contactId))
      .where(and(eq(clientContacts.clientId, clientId), say && eq(clientContacts[say], true)))
      .orderBy(asc(clientContacts.position));
  }

  /** One contact, as the transaction's firm knows it; null when it does not. */
  async one(tx: Tx, contactId: string): Promise<(Contact & { newEmailSince: string | null }) | null> {
    const [contact] = await tx
      .select({ id: contacts.id, name: contacts.name, email: contacts.email, awayUntil: contacts.awayUntil, newEmailSince: contacts.newEmailSince })
      .from(contacts)
      .where(eq(contacts.id, contactId));
    return contact ?? null;
  }

  /** How many messages a day were agreed for a contact: the fewest of the clients for which they act; null where nothing was. */
  async messagesPerDay(work: Work, contactId: string): Promise<number | null> {
    const [fewest] = await rows<{ count: number | null }>(
      work.tx,
      sql`select min(c.messages_per_day::int) as count from client_contacts x join clients c on c.id = x.client_id where x.contact_id = ${contactId}`,
    );
    return fewest!.count;
  }

  /** The clients for which a contact acts, among those that whoever acts sees. */
  async clientsOf(work: Work, contactId: string): Promise<string[]> {
    const found = await work.tx.select({ id: clientContacts.clientId }).from(clientContacts).where(eq(clientContacts.contactId, contactId));
    return found.map((row) => row.id);
  }

  /** What these people are called, as far as whoever acts sees them. */
  async names(work: Work, contactIds: readonly string[]): Promise<Map<string, string>> {
    if (contactIds.length === 0) return new Map();
    const found = await work.tx
      .select({ id: contacts.id, name: contacts.name })
      .from(contacts)
      .where(and(eq(contacts.firmId, work.firm.id), inArray(contacts.id, [...contactIds])));
    return new Map(found.map(({ id, name }) => [id, name]));
  }

  /** They came into the portal. */
  async cameIn(work: Work, contactId: string): Promise<void> {
    await work.tx.update(contacts).set({ lastInAt: work.now.toString() }).where(eq(contacts.id, contactId));
  }

  /** The clients for which a contact acts, by name, and as what. */
  actsFor(work: Work, contactId: string): Promise<{ id: string; name: string; role: string | null }[]> {
    return work.tx
      .select({ id: clients.id, name: clients.name, role: clientContacts.role })
      .from(clientContacts)
      .innerJoin(clients, eq(clients.id, clientContacts.clientId))
      .where(eq(clientContacts.contactId, contactId))
      .orderBy(sql`${clients.name} collate "unicode"`, clients.id);
  }

  /** At which clients a contact has which say, with what those are called. */
  async permissionsOf(work: Work, contactId: string): Promise<Map<string, Record<ContactPermission, boolean> & { client: string }>> {
    const { clientId, getsRequests, signs, pays } = clientContacts;
    const found = await work.tx
      .select({ clientId, getsRequests, signs, pays, client: clients.name })
      .from(clientContacts)
      .innerJoin(clients, eq(clients.id, clientId))
      .where(eq(clientContacts.contactId, contactId));
    return new Map(found.map(({ clientId: id, ...says }) => [id, says]));
  }

  /** @throws Problem when somebody is chosen for requests of a client who does not get them. */
  async mustGetRequests(work: Work, contactId: string, clientId: string): Promise<void> {
    if (await this.hasPermission(work, contactId, clientId, 'getsRequests')) return;
    throw Problem.invalid([{ field: 'contactId', message: 'Choose somebody of the client who gets requests. Who does is set on the client’s page.' }]);
  }

  /** Whether a contact has a say at a client. */
  async hasPermission(work: Work, contactId: string, clientId: string, say: ContactPermission): Promise<boolean> {
    return (await this.linkOf(work, clientId, contactId))?.[say] ?? false;
  }
}
