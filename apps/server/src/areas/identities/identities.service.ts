import { Injectable } from '@nestjs/common';
import { and, desc, eq, inArray } from 'drizzle-orm';
import { type IdentityConfirmed, identityInWords, isGood } from '@steady/core/identities';
import type { IdentityView, NoteIdentity } from '@steady/contract/identities';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ContactMerging, ContactsService } from '../clients';
import type { PersonHas, PersonPart } from '../keeping';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { identities } from './identities.tables';

export const IdentityNoted = eventKind<{ contactId: string }>('identity noted', 'identities');
export const IdentityTakenBack = eventKind<{ contactId: string }>('identity taken back', 'identities');

/** How the firm knows that the people of clients are who they say: noted, shown, and taken back where it was an error. */
@Injectable()
export class IdentitiesService implements PersonPart {
  constructor(
    private readonly events: Events,
    private readonly contacts: ContactsService,
    merging: ContactMerging,
  ) {
    merging.follow(identities.contactId);
  }

  /** Those of a person, the latest on top. */
  async list(work: Work, contactId: string): Promise<IdentityView[]> {
    await this.contacts.get(work, contactId);
    const found = await work.tx.select().from(identities).where(eq(identities.contactId, contactId)).orderBy(desc(identities.on), desc(identities.id));
    return found.map(({ id, way, what, number, on, goodUntil, by }) => ({
      id,
      way,
      what,
      number,
      on,
      goodUntil,
      by,
      isGood: isGood({ on, goodUntil }, work.today),
    }));
  }

  /** The same of several, by the person; nothing of whom nothing was noted. */
  async of(work: Work, contactIds: readonly string[]): Promise<Map<string, IdentityConfirmed[]>> {
    const byPerson = new Map<string, IdentityConfirmed[]>();
    if (contactIds.length === 0) return byPerson;
    const found = await work.tx
      .select()
      .from(identities)
      .where(and(eq(identities.firmId, work.firm.id), inArray(identities.contactId, [...contactIds])));
    for (const one of found) byPerson.set(one.contactId, [...(byPerson.get(one.contactId) ?? []), one]);
    return byPerson;
  }

  async note(work: Work, contactId: string, { way, what, number, on, goodUntil }: NoteIdentity): Promise<string> {
    const { name } = await this.contacts.get(work, contactId);
    if (on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day is in the future.' }]);
    if (goodUntil !== undefined && goodUntil < work.today.toString())
      throw Problem.invalid([{ field: 'goodUntil', message: 'It has run out already. Ask them for papers that are good.' }]);
    const noted = { id: newId(), way, what, number: number ?? null, on, goodUntil: goodUntil ?? null, by: work.actor.name };
    await work.tx.insert(identities).values({ ...noted, firmId: work.firm.id, contactId, at: work.now.toString() });
    await this.events.record(work, IdentityNoted, {
      clientId: await this.clientOf(work, contactId),
      what: `noted how the identity of ${name} was confirmed: "${identityInWords(noted)}"`,
      after: { way, what, on, goodUntil: noted.goodUntil },
      payload: { contactId },
    });
    return noted.id;
  }

  /** It was noted in error: what was signed in the meantime says what was known then. */
  async takeBack(work: Work, id: string): Promise<void> {
    const [found] = await work.tx
      .select()
      .from(identities)
      .where(and(eq(identities.id, id), eq(identities.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('identity');
    const { name } = await this.contacts.get(work, found.contactId);
    await work.tx.delete(identities).where(eq(identities.id, id));
    const { contactId, way, what, on } = found;
    await this.events.record(work, IdentityTakenBack, {
      clientId: await this.clientOf(work, contactId),
      what: `took back how the identity of ${name} was confirmed: "${identityInWords(found)}"`,
      before: { way, what, on },
      payload: { contactId },
    });
  }

  /** In whose history it stands: that of the first of those for whom they act. */
  private async clientOf(work: Work, contactId: string): Promise<string | null> {
    return (await this.contacts.clientsOf(work, contactId))[0] ?? null;
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const { length: count } = await this.list(work, contactId);
    return count === 0 ? [] : [{ what: 'How their identity was confirmed', clientId: null, count, kind: null }];
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    if (!clientIds.includes(null)) return;
    await work.tx.delete(identities).where(eq(identities.contactId, contactId));
    const { name } = await this.contacts.get(work, contactId);
    const from = [...clientIds.filter((id) => id !== null), ...(await this.contacts.clientsOf(work, contactId))];
    await this.events.forget(work, { clientIds: from, naming: name, kinds: [IdentityNoted.name, IdentityTakenBack.name] });
  }

  /** What the whole file of a client says of its people. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const people = await this.contacts.of(work, id);
    const all = await this.of(
      work,
      people.map((one) => one.id),
    );
    return table(
      'identities',
      people.flatMap(({ id: contactId, name }) =>
        (all.get(contactId) ?? []).map(({ way, what, on, goodUntil, by }) => ({ contact: name, how: way, what, on, 'good until': goodUntil, 'noted by': by })),
      ),
    );
  }

  async give(work: Work, contactId: string): Promise<ZipEntry[]> {
    return table(
      'your identity',
      (await this.list(work, contactId)).map(({ way, what, number, on, goodUntil, by }) => ({
        how: way,
        what,
        number,
        on,
        'good until': goodUntil,
        'noted by': by,
      })),
    );
  }
}
