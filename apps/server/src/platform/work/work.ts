import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { type CivilDate, Temporal, type WorkingCalendar } from '@steady/core/calendar';
import { holidayCalendar } from '@steady/core/holidays';
import { Clock } from '../clock';
import { Database, type HowToWrite, type Narrow, type Tx, insertMany, newId, rows } from '../database';
import { events } from '../events/tables';
import { Problem } from '../http/problem';
import { type Actor, type Identity, may, seesFees } from '../identity/actor';
import { firms } from './tables';

export type NewFirm = typeof firms.$inferInsert & { id: string };

export type Firm = typeof firms.$inferSelect & { calendar: WorkingCalendar };

/** One unit of work: a transaction of one firm, with who acts and what time it is. All services act inside one. */
export interface Work {
  tx: Tx;
  firm: Firm;
  actor: Actor;
  now: Temporal.Instant;
  /** The firm's civil day. */
  today: CivilDate;
  /** What happened in it: written down just before it is confirmed, and told to open pages after. */
  journal: (typeof events.$inferInsert)[];
  /** Whose records were changed in it, by the areas whose they are; told together under `id`. */
  topics: Set<string>;
  id: string;
  /** It changes nothing: what it reads is confirmed. */
  readsOnly: boolean;
  /** Runs once the transaction is confirmed. */
  afterwards(act: () => void): void;
}

/** What is told from process to process has a limit of 8,000 bytes. */
const CLIENTS_AT_ONCE = 100;

/** Opens units of work. */
@Injectable()
export class Works {
  private readonly firms = new Map<string, Firm>();
  /** Told what areas' records were changed in a unit of work, once it is confirmed. */
  private readonly confirmed: ((topics: ReadonlySet<string>) => void)[] = [];
  /** How often what is known of firms was changed by other processes. */
  private changes = 0;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    database.hear(({ firm, missed }) => {
      if (firm === undefined && !missed) return;
      this.firms.clear();
      this.changes += 1;
    });
  }

  /** Runs `heard` in this process after each unit of work, with the areas whose records were changed in it. */
  whenConfirmed(heard: (topics: ReadonlySet<string>) => void): void {
    this.confirmed.push(heard);
  }

  async run<T>(identity: Identity, act: (work: Work) => Promise<T>, options: HowToWrite = {}): Promise<T> {
    const { firmId, actor } = identity;
    const after: (() => void)[] = [];
    const journal: Work['journal'] = [];
    const topics = new Set<string>();
    const id = newId();
    const result = await this.database.transaction(
      { firmId, ...narrowOf(actor), ...readerOf(actor), hidesFees: !seesFees(actor) },
      async (tx) => {
        const firm = await this.firm(tx, firmId);
        const given = await act({
          tx,
          firm,
          actor,
          now: this.clock.now(),
          today: this.clock.today(firm.zone),
          journal,
          topics,
          id,
          readsOnly: options.readOnly ?? false,
          afterwards: (then) => after.push(then),
        });
        await insertMany(tx, events, journal);
        if (this.database.isShared) await this.tell(firmId, { journal, topics, id }, tx);
        return given;
      },
      options,
    );
    if (!this.database.isShared) await this.tell(firmId, { journal, topics, id });
    for (const heard of this.confirmed) heard(topics);
    for (const then of after) then();
    return result;
  }

  /** What open pages are told of what happened. */
  private async tell(firmId: string, { journal, topics, id }: Pick<Work, 'journal' | 'topics' | 'id'>, tx?: Tx): Promise<void> {
    const kinds = [...new Set(journal.map((event) => event.kind))];
    const clientIds = [...new Set(journal.map((event) => event.clientId ?? null))];
    for (let at = 0; at < clientIds.length; at += CLIENTS_AT_ONCE)
      await this.database.tell({ notice: { firmId, id, topics: [...topics], kinds, clientIds: clientIds.slice(at, at + CLIENTS_AT_ONCE) } }, tx);
  }

  /** The ids of all firms, for the background work that goes round them. */
  async firmIds(): Promise<string[]> {
    const found = await this.database.transaction({ within: true }, (tx) => rows<{ id: string }>(tx, sql`select id from firms order by id`), {
      readOnly: true,
    });
    return found.map((firm) => firm.id);
  }

  private async firm(tx: Tx, firmId: string): Promise<Firm> {
    const known = this.firms.get(firmId);
    if (known) return known;
    const { changes } = this;
    const [found] = await tx.select().from(firms).where(eq(firms.id, firmId));
    if (!found) throw new Error(`There is no firm ${firmId}`);
    const firm = this.withCalendar(found);
    // What was read before a change came in is not remembered after it.
    if (changes === this.changes) this.firms.set(firmId, firm);
    return firm;
  }

  private withCalendar(found: typeof firms.$inferSelect): Firm {
    const year = this.clock.today(found.zone).year;
    const closing = new Map(found.closingDays.map(({ day, name }) => [day, name]));
    return { ...found, calendar: holidayCalendar(found.country, { from: year - 4, until: year + 8 }, closing) };
  }

  /** Founds a firm. */
  async found(firm: NewFirm): Promise<void> {
    await this.database.transaction({ firmId: firm.id }, (tx) => tx.insert(firms).values(firm));
  }

  /**
   * Changes something about the firm: it holds in this unit of work, and in those that follow once it is confirmed.
   *
   * @param seen the version of the firm's settings that whoever changes them had before them
   * @throws Problem "changed-meanwhile" where somebody else was quicker
   */
  async change(work: Work, set: Partial<NewFirm>, seen?: number): Promise<void> {
    const [found] = await work.tx
      .update(firms)
      .set({ ...set, version: sql`${firms.version} + 1` })
      .where(and(eq(firms.id, work.firm.id), seen === undefined ? undefined : eq(firms.version, seen)))
      .returning();
    if (!found) throw Problem.stale('firm’s settings', work.firm.id);
    const firm = this.withCalendar(found);
    work.firm = firm;
    if (this.database.isShared) await this.database.tell({ firm: firm.id }, work.tx);
    work.topics.add('firm');
    work.afterwards(() => this.firms.set(firm.id, firm));
  }
}

/** Whoever does not see all of the firm sees only what was granted; clients' people and the application itself are held by other means. */
export function narrowOf(actor: Actor): { narrow?: Narrow } {
  const person = actor.kind === 'client' ? actor.looker : actor;
  if (person?.kind !== 'staff' || (person.allClients && person.hiddenClient === null)) return {};
  return { narrow: { memberId: person.id, allClients: person.allClients, hiddenClient: person.hiddenClient } };
}

/** Nobody is named with this id. */
const NOBODY = '00000000-0000-0000-0000-000000000000';

/**
 * Who reads, where what is private is held back from them unless they are named in it: clients' people, and people of the firm
 * without that right. Whoever of the firm looks through the eyes of a client reads no more than both may.
 */
export function readerOf(actor: Actor): { reader?: string } {
  if (actor.kind === 'system') return {};
  if (actor.kind === 'client') return { reader: actor.looker && !may(actor.looker, 'read private conversations') ? NOBODY : actor.id };
  return may(actor, 'read private conversations') ? {} : { reader: actor.id };
}

/** The id of the person of the firm who acts. @throws when a client or the application itself does. */
export function staffId(work: Work): string {
  if (work.actor.kind !== 'staff') throw new Error('Only a person of the firm does this');
  return work.actor.id;
}

/** The next number of a run without gaps; it is used up only if the transaction is confirmed. */
export function nextNumber(work: Work, name: string): Promise<number> {
  return nextNumbers(work, name, 1);
}

/** The first of several next numbers of a run without gaps. */
export async function nextNumbers(work: Work, name: string, count: number): Promise<number> {
  const [counter] = await rows<{ last: number }>(
    work.tx,
    sql`insert into counters (firm_id, name, last) values (${work.firm.id}, ${name}, ${count})
        on conflict (firm_id, name) do update set last = counters.last + ${count} returning last`,
  );
  return counter!.last - count + 1;
}
