import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { CLIENT_FACTS, WAY_WORDS } from '@steady/core/clients';
import { detailInWords } from '@steady/core/details';
import { factNamed, sortedLabels } from '@steady/core/facts';
import type { BulkChange, BulkOutcome, BulkPreview, ChangeMany } from '@steady/contract/client-lists';
import type { DetailFieldView } from '@steady/contract/clients';
import { newId, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, staffId, mustSeeAllOf } from '../../platform/work';
import { TeamService } from '../team';
import { ClientQueries } from './clients.queries';
import { ClientChanged, ClientsService } from './clients.service';
import { ContactsService } from './contacts.service';
import { type Client, type BulkRow, bulkChanges, bulkLots, clientContacts, clients } from './clients.tables';

export const ManyChanged = eventKind<{ bulkId: string }>('many clients changed', 'clients');
export const ManyUndone = eventKind<{ bulkId: string }>('change of many undone', 'clients');

type Changes = Partial<Pick<Client, 'labels' | 'partnerId' | 'managerId' | 'preparerId' | 'way' | 'details'>>;
const KEYS = ['labels', 'partnerId', 'managerId', 'preparerId', 'way', 'details'] as const;
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const count = (number: number) => (number === 1 ? '1 client' : `${number} clients`);

/** Changes of many clients at once: shown before, made together, undone together. */
@Injectable()
export class BulkService {
  constructor(
    private readonly events: Events,
    private readonly team: TeamService,
    private readonly queries: ClientQueries,
    private readonly single: ClientsService,
    private readonly people: ContactsService,
  ) {}

  private async chosen(work: Work, ids: string[]): Promise<Client[]> {
    return work.tx
      .select()
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), sql`${clients.id} in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)`))
      .orderBy(sql`${clients.name} collate "unicode"`, clients.id);
  }

  private async check(work: Work, change: BulkChange): Promise<void> {
    const { partnerId, managerId, preparerId, details } = change;
    if (Object.values(change).every((part) => part === undefined || (Array.isArray(part) && part.length === 0)))
      throw Problem.invalid([{ field: 'change', message: 'Say what is to be changed.' }]);
    await this.team.mustBeMembers(work, { partnerId, managerId, preparerId });
    if (details) await this.single.checkDetails(work, details);
  }

  /** What a change sets on one client: only what differs from what stands there. */
  private setOf(client: Client, change: BulkChange): Changes {
    const { addLabels = [], removeLabels = [], details, ...facts } = change;
    const labels = sortedLabels([...client.labels.filter((label) => !removeLabels.includes(label)), ...addLabels]);
    const wanted: Changes = { ...facts, labels, ...(details ? { details: { ...client.details, ...details } } : {}) };
    return Object.fromEntries(KEYS.filter((key) => wanted[key] !== undefined && !same(wanted[key], client[key])).map((key) => [key, wanted[key]]));
  }

  private async rowsOf(work: Work, { clientIds, change }: ChangeMany): Promise<{ client: Client; set: Changes }[]> {
    await this.check(work, change);
    const found = await this.chosen(work, clientIds);
    return found.map((client) => ({ client, set: this.setOf(client, change) }));
  }

  /** What would change, client by client. */
  async preview(work: Work, input: ChangeMany): Promise<BulkPreview> {
    const all = await this.rowsOf(work, input);
    const changing = all.filter(({ set }) => Object.keys(set).length > 0);
    const names = new Map((await this.team.list(work)).map((member) => [member.id, member.name]));
    const details = await this.queries.details(work);
    const inWords = (key: (typeof KEYS)[number], value: unknown): string => {
      if (key === 'labels') return (value as string[]).join(', ') || 'none';
      if (key === 'details') return detailsInWords(details, value as Client['details']);
      if (key === 'way') return String(value);
      return value === null ? 'nobody' : (names.get(value as string) ?? 'somebody who left');
    };
    return {
      said: this.said(changing.length, input.change, names, details),
      rows: changing.map(({ client, set }) => ({
        clientId: client.id,
        name: client.name,
        changes: (Object.keys(set) as (typeof KEYS)[number][]).map((key) => ({
          field: factNamed(CLIENT_FACTS, key),
          before: inWords(key, client[key]),
          after: inWords(key, set[key]),
        })),
      })),
      unchanged: all.length - changing.length,
    };
  }

  private said(number: number, change: BulkChange, names: Map<string, string>, details: DetailFieldView[]): string {
    const person = (words: string, id: string | undefined) => id && `${words} ${names.get(id) ?? 'somebody'}`;
    const parts = [
      change.addLabels?.length && `labelled ${change.addLabels.map((label) => `"${label}"`).join(', ')}`,
      change.removeLabels?.length && `no longer labelled ${change.removeLabels.map((label) => `"${label}"`).join(', ')}`,
      person('partner', change.partnerId),
      person('manager', change.managerId),
      person('preparer', change.preparerId),
      change.way && `works ${WAY_WORDS[change.way]}`,
      change.details && detailsInWords(details, change.details),
    ].filter(Boolean);
    return `${count(number)}: ${parts.join('; ')}`;
  }

  /** Makes the change on all that differ, in one go. */
  async change(work: Work, input: ChangeMany): Promise<BulkOutcome> {
    const changing = (await this.rowsOf(work, input)).filter(({ set }) => Object.keys(set).length > 0);
    if (changing.length === 0) return { id: null, said: 'They are all like that already. Nothing was changed.' };
    const names = new Map((await this.team.list(work)).map((member) => [member.id, member.name]));
    const said = this.said(changing.length, input.change, names, await this.queries.details(work));
    const made = changing.map(({ client, set }): BulkRow => ({
      clientId: client.id,
      before: Object.fromEntries(Object.keys(set).map((key) => [key, client[key as keyof Client]])),
      after: set,
    }));
    for (const { client, set } of changing) await this.write(work, client, set, said);
    const id = await this.keep(work, said, made);
    return { id, said: `Changed ${said}.` };
  }

  private async write(work: Work, client: Client, set: Record<string, unknown>, why: string): Promise<void> {
    await work.tx
      .update(clients)
      .set({ ...set, version: client.version + 1 })
      .where(eq(clients.id, client.id));
    await this.events.record(work, ClientChanged, {
      what: why,
      clientId: client.id,
      before: Object.fromEntries(Object.keys(set).map((key) => [key, client[key as keyof Client]])),
      after: set,
      payload: { clientId: client.id, facts: Object.keys(set) },
    });
  }

  /** Keeps a change of many that was made at once, so that it can be undone. */
  async keep(work: Work, what: string, made: BulkRow[]): Promise<string> {
    const id = await this.begin(work, what, staffId(work));
    await this.addLot(work, id, 0, made);
    await this.finish(work, id, what);
    return id;
  }

  /** Begins a change of many that is made lot by lot. It can be undone when it is finished. */
  async begin(work: Work, what: string, byId: string): Promise<string> {
    const id = newId();
    await work.tx.insert(bulkChanges).values({ id, firmId: work.firm.id, at: work.now.toString(), by: work.actor.name, byId, what, going: 'in' });
    return id;
  }

  /** Keeps what one part of a change of many has done, so that it can be taken back. */
  async addLot(work: Work, bulkId: string, lot: number, made: BulkRow[]): Promise<void> {
    await work.tx.insert(bulkLots).values({ firmId: work.firm.id, bulkId, lot, rows: made });
  }

  /** @param what it was, as it is known at its end */
  async finish(work: Work, bulkId: string, what: string): Promise<void> {
    await work.tx.update(bulkChanges).set({ going: null, what }).where(eq(bulkChanges.id, bulkId));
    await this.events.record(work, ManyChanged, { what, payload: { bulkId } });
  }

  /** How many clients came with a change. */
  async addedIn(work: Work, bulkId: string): Promise<number> {
    const [found] = await rows<{ count: number }>(
      work.tx,
      sql`select count(*)::int as count from bulk_lots l cross join jsonb_array_elements(l.rows) r where l.bulk_id = ${bulkId} and r ? 'added'`,
    );
    return found!.count;
  }

  /** Looks whether a change can be undone by whoever asks, and holds it for that. */
  async beginUndo(work: Work, bulkId: string): Promise<void> {
    const bulk = await this.locked(work, bulkId);
    if (bulk.undoneAt) throw Problem.refused('undone-already', 'This change was undone already.');
    if (bulk.going !== null)
      throw Problem.refused(
        'going-on',
        bulk.going === 'in' ? 'This change is still being made. Undo it when it is finished.' : 'This change is being undone already.',
      );
    const clientIds = await rows<{ id: string }>(
      work.tx,
      sql`select r->>'clientId' as id from bulk_lots l cross join jsonb_array_elements(l.rows) r where l.bulk_id = ${bulkId}`,
    );
    await mustSeeAllOf(
      work,
      'clients',
      clientIds.map(({ id }) => id),
    );
    await work.tx.update(bulkChanges).set({ going: 'back' }).where(eq(bulkChanges.id, bulkId));
  }

  /** Lets go of a change of which nothing was taken back. */
  async letGo(work: Work, bulkId: string): Promise<void> {
    await work.tx.execute(
      sql`update bulk_changes set going = null where id = ${bulkId} and not exists (select from bulk_lots where bulk_id = ${bulkId} and back is not null)`,
    );
  }

  private async locked(work: Work, bulkId: string): Promise<typeof bulkChanges.$inferSelect> {
    const [bulk] = await work.tx
      .select()
      .from(bulkChanges)
      .where(and(eq(bulkChanges.id, bulkId), eq(bulkChanges.firmId, work.firm.id)))
      .for('update');
    if (!bulk) throw Problem.notFound('change');
    return bulk;
  }

  /**
   * Puts back what stood before, in the next lot, on every client that nobody changed since; says at the end which stay as they are.
   * @returns null while there is more
   */
  async undoNext(work: Work, bulkId: string): Promise<BulkOutcome | null> {
    const bulk = await this.locked(work, bulkId);
    if (bulk.going !== 'back') throw Problem.refused('undone-already', 'This change was undone already.');
    const [lot] = await work.tx
      .select()
      .from(bulkLots)
      .where(and(eq(bulkLots.bulkId, bulkId), isNull(bulkLots.back)))
      .orderBy(asc(bulkLots.lot))
      .limit(1);
    if (lot) {
      await work.tx
        .update(bulkLots)
        .set(await this.undoRows(work, bulk.what, lot.rows))
        .where(and(eq(bulkLots.bulkId, bulkId), eq(bulkLots.lot, lot.lot)));
      return null;
    }
    const lots = await work.tx
      .select({ back: bulkLots.back, left: bulkLots.left })
      .from(bulkLots)
      .where(eq(bulkLots.bulkId, bulkId))
      .orderBy(asc(bulkLots.lot));
    const back = lots.reduce((sum, one) => sum + one.back!, 0);
    const left = lots.flatMap((one) => one.left!);
    await work.tx.update(bulkChanges).set({ going: null, undoneAt: work.now.toString() }).where(eq(bulkChanges.id, bulkId));
    const stays =
      left.length > 0 ? ` ${left.slice(0, 5).join(', ')}${left.length > 5 ? ` and ${left.length - 5} more` : ''} changed since and stay as they are.` : '';
    const said = `Restored ${count(back)}.${stays}`;
    await this.events.record(work, ManyUndone, { what: `undid: ${bulk.what}`, after: { said }, payload: { bulkId } });
    return { id: bulkId, said };
  }

  private async undoRows(work: Work, what: string, made: BulkRow[]): Promise<{ back: number; left: string[] }> {
    const found = await this.chosen(
      work,
      made.map((row) => row.clientId),
    );
    const byId = new Map(found.map((client) => [client.id, client]));
    const untouched = ({ clientId, after }: BulkRow) => {
      const client = byId.get(clientId);
      return client !== undefined && Object.keys(after).every((key) => same(client[key as keyof Client] ?? null, after[key] ?? null));
    };
    const removed = await this.single.removeUnused(
      work,
      made.filter((row) => row.added && untouched(row)).map((row) => row.clientId),
    );
    let back = removed.size;
    const left: string[] = [];
    for (const row of made) {
      const client = byId.get(row.clientId);
      if (!client || removed.has(row.clientId)) continue;
      if (row.added || !untouched(row)) left.push(client.name);
      else {
        await this.write(work, client, row.before, `undid: ${what}`);
        if (row.contact) await this.putBackContact(work, row.clientId, row.contact);
        back += 1;
      }
    }
    return { back, left };
  }

  private async putBackContact(work: Work, clientId: string, { id, before, newEmailSince }: NonNullable<BulkRow['contact']>): Promise<void> {
    if (before) return this.people.putBack(work, clientId, id, before, newEmailSince ?? null);
    await work.tx.delete(clientContacts).where(and(eq(clientContacts.clientId, clientId), eq(clientContacts.contactId, id)));
    await work.tx.execute(sql`delete from contacts where id = ${id} and not exists (select from client_contacts l where l.contact_id = ${id})`);
  }

  /** Which of several changes of many were undone. */
  async undoneAmong(work: Work, ids: readonly string[]): Promise<Set<string>> {
    if (ids.length === 0) return new Set();
    const found = await work.tx
      .select({ id: bulkChanges.id })
      .from(bulkChanges)
      .where(and(inArray(bulkChanges.id, [...ids]), isNotNull(bulkChanges.undoneAt)));
    return new Set(found.map(({ id }) => id));
  }
}

function detailsInWords(fields: readonly DetailFieldView[], values: Client['details']): string {
  const said = fields.filter((field) => values[field.id] !== undefined).map((field) => `${field.name} ${detailInWords(field.kind, values[field.id])}`);
  return said.join(', ') || 'none';
}
