import { Injectable, type OnModuleInit } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import {
  type Held,
  type PacingRules,
  SendingHours,
  type SentToday,
  type Waiting,
  dayWithRoom,
  heldInWords,
  limitOf,
  paced,
  pacedWith,
} from '@steady/core/pacing';
import { counted } from '@steady/core/words';
import type { GoesOut, SendingRules } from '@steady/contract/sending';
import { type Tx, rows } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { type Firm, type Work, Works, asWhole } from '../../platform/work';
import { ClientChanged, ContactsService } from '../clients';
import { PortalService } from '../portal';
import { ClosingDaysChanged } from '../team';
import { type Going, type Letters, asOne } from './letters';
import { DELIVER, MESSAGES } from './message-sql';

export const SendingRulesChanged = eventKind<object>('sending rules changed', 'post');

/** A message that waits, with where it stands in the outbox. */
interface Queued extends Letters {
  matter: string | null;
  at: string;
  wantedAt: string;
  isNow: boolean;
  goesWith: string | null;
  held: Held[];
  notBefore: string | null;
  /** It is on its way, or was and could not be delivered: it is left as it is. */
  begun: boolean;
}

/** When each of several messages would go out, in the order asked for. */
export interface Foreseen {
  of: { contactId: string; goesOut: GoesOut }[];
  roomOn: string | null;
}

const millis = (moment: string) => Date.parse(moment);
const instant = (moment: number) => Temporal.Instant.fromEpochMilliseconds(moment);

/** The one plan of all that goes to clients: when each message goes out, and with which others. */
@Injectable()
export class PacingService implements OnModuleInit {
  private readonly hours = new WeakMap<Firm, SendingHours>();
  private readonly turns = new WeakMap<Tx, Promise<void>>();

  constructor(
    private readonly works: Works,
    private readonly events: Events,
    private readonly effects: Effects,
    private readonly contacts: ContactsService,
    private readonly portal: PortalService,
  ) {}

  onModuleInit(): void {
    this.events.on(ClosingDaysChanged, (work) => this.planAll(work));
    this.events.on(ClientChanged, async (work, { payload: { clientId, facts } }) => {
      if (facts.includes('messagesPerDay')) await this.planAll(work, clientId);
    });
  }

  view(work: Work): SendingRules {
    const { pacing, followUps, late, version } = work.firm;
    return {
      ...pacing,
      followsUp: followUps.isOn,
      everyDays: followUps.everyDays,
      most: followUps.most,
      remindsOfBills: followUps.bills ?? false,
      lateDays: late.days,
      consequence: late.consequence,
      version,
    };
  }

  /** Keeps how messages go to clients; what waits is planned anew. */
  async keep(
    work: Work,
    { version, perDay, from, until, together, followsUp, everyDays, most, remindsOfBills, lateDays, consequence }: SendingRules,
  ): Promise<void> {
    const before = this.view(work);
    await this.works.change(
      work,
      {
        pacing: { perDay, from, until, together },
        followUps: { isOn: followsUp, everyDays, most, bills: remindsOfBills },
        late: { days: lateDays, consequence },
      },
      version,
    );
    const follows = followsUp ? `followed up every ${counted(everyDays, 'working day')}, ${counted(most, 'time')} at most` : 'not followed up';
    await this.events.record(work, SendingRulesChanged, {
      what: `set messages to clients to ${perDay} a day to one person, from ${from} to ${until}, ${together ? 'several as one' : 'each by itself'}; ${follows}; ${remindsOfBills ? 'reminded of bills by the same rules' : 'not reminded of bills'}; records needed ${lateDays === 0 ? 'by no day of their own' : `${counted(lateDays, 'working day')} before the deadline`}`,
      before,
      after: this.view(work),
      payload: {},
    });
    await this.planAll(work);
  }

  hoursOf(work: Work): SendingHours {
    const known = this.hours.get(work.firm);
    if (known) return known;
    const { pacing, zone, calendar } = work.firm;
    const hours = new SendingHours(pacing, zone, calendar);
    this.hours.set(work.firm, hours);
    return hours;
  }

  /** How many messages go to a person in a day: what was agreed with a client for whom they act, or the firm\u2019s number. */
  async limit(work: Work, contactId: string): Promise<number> {
    return (await this.contacts.messagesPerDay(work, contactId)) ?? work.firm.pacing.perDay;
  }

  /** The messages of everybody for whom any waits planned anew; only those of the people of one client, where that is given. */
  async planAll(work: Work, clientId?: string): Promise<void> {
    const found = await rows<{ id: string }>(
      work.tx,
      sql`select distinct contact_id as id from messages where firm_id = ${work.firm.id} and status = 'waiting' ${clientId ? sql`and client_id = ${clientId}` : sql``} order by 1`,
    );
    for (const { id } of found) await this.plan(work, id);
  }

  /** All that waits to go to a person planned anew, as it stands in this transaction: also what is about clients that whoever acts does not see. */
  plan(work: Work, contactId: string): Promise<void> {
    // Of acts beside each other in one transaction one plans after the other: each has to see what the last has written.
    const turn = (this.turns.get(work.tx) ?? Promise.resolve()).then(() => asWhole(work, () => this.planWhole(work, contactId)));
    this.turns.set(
      work.tx,
      turn.catch(() => undefined),
    );
    return turn;
  }

  private async planWhole(work: Work, contactId: string): Promise<void> {
    const queued = await this.queue(work, contactId);
    const free = queued.filter((one) => !one.begun);
    if (free.length === 0) return;
    const byId = new Map(free.map((one) => [one.id, one]));
    const limit = await this.limit(work, contactId);
    const sent = [await this.sentTo(work, contactId, queued)];
    const sendings = paced(free.map(asWaiting), sent, this.rulesOf(work, new Map([[contactId, limit]])), work.now.epochMilliseconds);
    const changed: { id: string; with: string | null; held: readonly Held[]; limit: number }[] = [];
    for (const { at, ids, held } of sendings) {
      const [lead, ...others] = ids.map((id) => byId.get(id)!);
      const wasTogether = free.filter((one) => one.goesWith === lead!.id).map((one) => one.id);
      const isSame = lead!.goesWith === null && wasTogether.join() === others.map((one) => one.id).join();
      if (!isSame || lead!.notBefore === null || millis(lead!.notBefore) !== at) await this.put(work, [lead!, ...others], at);
      for (const [place, one] of [lead!, ...others].entries()) {
        const goesWith = place === 0 ? null : lead!.id;
        const why = held.get(one.id) ?? [];
        if (goesWith !== one.goesWith || why.join() !== one.held.join()) changed.push({ id: one.id, with: goesWith, held: why, limit });
        if (goesWith !== null && one.goesWith === null && one.notBefore !== null) await this.effects.cancel(work, DELIVER, one.id);
      }
    }
    if (changed.length > 0)
      await work.tx.execute(
        sql`update messages m set goes_with = x."with", held = x.held, per_day = x."limit" from jsonb_to_recordset(${JSON.stringify(changed)}::jsonb) as x(id uuid, "with" uuid, held jsonb, "limit" int) where m.id = x.id`,
      );
  }

  /** When one more message would go to a person, were it written now. */
  async foresee(work: Work, contactId: string, { wantedAt = work.now, isNow = false }: { wantedAt?: Temporal.Instant; isNow?: boolean }): Promise<GoesOut> {
    const { of } = await this.foreseeAll(work, [contactId], { wantedAt, isNow });
    return of[0]!.goesOut;
  }

  /** When each of several messages would go out, were all written now; and the first day on which none would meet its reader’s limit, where one does. */
  foreseeAll(work: Work, readers: readonly string[], of: { wantedAt: Temporal.Instant; isNow: boolean }): Promise<Foreseen> {
    return asWhole(work, () => this.foreseeWhole(work, readers, of));
  }

  private async foreseeWhole(work: Work, readers: readonly string[], { wantedAt, isNow }: { wantedAt: Temporal.Instant; isNow: boolean }): Promise<Foreseen> {
    const more = readers.map((person, at): Waiting => ({
      id: `next ${at}`,
      person,
      matter: null,
      writtenAt: Infinity,
      notBefore: wantedAt.epochMilliseconds,
      now: isNow,
    }));
    const waiting: Waiting[] = [];
    const sent: SentToday[] = [];
    const perDayOf = new Map<string, number>();
    // One after the other in one order: two who look at once wait for each other's readers, and would else for good.
    for (const person of [...new Set(readers)].sort()) {
      const queued = await this.queue(work, person);
      waiting.push(...queued.filter((one) => !one.begun).map(asWaiting));
      sent.push(await this.sentTo(work, person, queued));
      perDayOf.set(person, await this.limit(work, person));
    }
    const rules = this.rulesOf(work, perDayOf);
    const now = work.now.epochMilliseconds;
    const { plan, passesLimit } = pacedWith(waiting, more, sent, rules, now);
    const found = more.map(({ id, person }) => {
      const { at, held } = plan.find(({ ids }) => ids.includes(id))!;
      const why = heldInWords({ held: held.get(id) ?? [], limit: limitOf(person, rules) }, work.firm.pacing);
      return { contactId: person, goesOut: { at: instant(at).toString(), why: why === '' ? null : why } };
    });
    return { of: found, roomOn: passesLimit ? dayWithRoom(waiting, more, sent, rules, now) : null };
  }

  /** How many messages have gone to a person today. What is on its way counts as what went. */
  private async sentTo(work: Work, contactId: string, queued: readonly Queued[]): Promise<SentToday> {
    const begun = new Set(queued.filter((one) => one.begun).map((one) => one.goesWith ?? one.id)).size;
    return { person: contactId, day: work.today.toString(), count: begun + (await this.sentToday(work, contactId)) };
  }

  private rulesOf(work: Work, perDayOf: ReadonlyMap<string, number>): PacingRules {
    const { perDay, together } = work.firm.pacing;
    return { hours: this.hoursOf(work), perDay, perDayOf, together };
  }

  private async queue(work: Work, contactId: string): Promise<Queued[]> {
    // Two who write to one person at once plan one after the other.
    await work.tx.execute(sql`select pg_advisory_xact_lock(hashtext(${contactId}))`);
    return rows<Queued>(
      work.tx,
      sql`
        select m.id, m.matter, m.at, m.wanted_at as "wantedAt", m.is_now as "isNow", m.goes_with as "goesWith", m.held, m.contact_id as "contactId", m.to_name as "toName", m.address,
          m.subject, m.body, m.paragraphs, m.signature, m.reply_to as "replyTo", o.not_before as "notBefore", coalesce(o.attempts, 0) > 0 as begun
        from ${MESSAGES}
        where m.firm_id = ${work.firm.id} and m.contact_id = ${contactId} and m.status = 'waiting'
        order by m.at, m.id`,
    );
  }

  /** How many went to a person today; what went as one counts once. */
  private async sentToday(work: Work, contactId: string): Promise<number> {
    const midnight = work.today.toZonedDateTime({ timeZone: work.firm.zone }).toInstant();
    const [found] = await rows<{ count: number }>(
      work.tx,
      sql`select count(distinct coalesce(goes_with, id))::int as count from messages where contact_id = ${contactId} and sent_at >= ${midnight.toString()}`,
    );
    return found!.count;
  }

  /** Puts messages that go out as one into the outbox, under the first of them. */
  private async put(work: Work, going: Queued[], at: number): Promise<void> {
    const [lead] = going;
    const link = going.length > 1 ? await this.portal.link(work, lead!.contactId, '/portal', instant(at)) : '';
    const letter = going.length > 1 ? asOne(work.firm, going, link) : lead!;
    const { toName, address, subject, body } = letter;
    // An answer to several goes where the first of them that wants one expects it.
    const replyTo = going.find((one) => one.replyTo !== null)?.replyTo ?? undefined;
    const payload: Going = { channel: 'mail', toName, address, subject, body, replyTo, messageIds: going.map((one) => one.id), isNow: lead!.isNow };
    await this.effects.planAnew(work, DELIVER, lead!.id, payload, instant(at));
  }
}

const asWaiting = ({ id, contactId, matter, at, wantedAt, isNow }: Queued): Waiting => ({
  id,
  person: contactId,
  matter,
  writtenAt: millis(at),
  notBefore: millis(wantedAt),
  now: isNow,
});
