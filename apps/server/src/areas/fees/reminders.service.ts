import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, isNull, lt, lte, or, sql } from 'drizzle-orm';
import { type NextFollowUp, followUpAfter, nextReminder } from '@steady/core/asks';
import { civil, isWorkingDay, later } from '@steady/core/calendar';
import { compareMoney, minus, moneyInWords } from '@steady/core/money';
import { counted, fullDate, plainDate } from '@steady/core/words';
import type { RemindersView } from '@steady/contract/fees';
import type { TodayLine } from '@steady/contract/today';
import { Ticks } from '../../platform/background/ticks';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ClientsService, clientName } from '../clients';
import { JobsService } from '../jobs';
import { PostService, SendingRulesChanged } from '../post';
import { type Counted, SHOWN } from '../today';
import { type Invoice, amountsOf, lockedBill } from './bills';
import { invoices } from './fees.tables';
import { BillCancelled } from './fees.service';
import { BillPaid, PaymentsService } from './payments.service';

export const BillReminded = eventKind<{ invoiceId: string }>('bill reminded', 'fees');

/** Reminders apart from the bill itself: they are dropped when it is paid. */
const matterOf = (invoiceId: string): string => `reminder of bill ${invoiceId}`;

/** Reminds of bills that are not paid, by the rules of follow-ups; then a person has to ring. */
@Injectable()
export class RemindersService implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly post: PostService,
    private readonly payments: PaymentsService,
  ) {}

  onModuleInit(): void {
    this.ticks.registerEach(
      'reminders of bills',
      (work) => this.due(work),
      async (work, ids) => {
        for (const id of ids) await this.remindByItself(work, id);
      },
    );
    this.events.on(SendingRulesChanged, (work) => this.takeUp(work));
    this.events.on(BillPaid, (work, { payload: { invoiceId } }) => this.paid(work, invoiceId));
    this.events.on(BillCancelled, (work, { payload: { invoiceId } }) => this.post.drop(work, matterOf(invoiceId)));
  }

  /** The firm reminds from now on: what was to be paid already is counted from today, so that not everybody is written to at once. */
  private async takeUp(work: Work): Promise<void> {
    const { followUps, calendar } = work.firm;
    if (followUps.bills !== true) return;
    const today = work.today.toString();
    const open = await work.tx
      .select()
      .from(invoices)
      .where(
        and(
          eq(invoices.firmId, work.firm.id),
          eq(invoices.status, 'issued'),
          eq(invoices.reminders, 0),
          or(isNull(invoices.nextReminderOn), lt(invoices.nextReminderOn, today)),
        ),
      );
    for (const { id, dueOn } of open) {
      const next = followUpAfter(later(civil(dueOn!), work.today), followUps, calendar).toString();
      await work.tx.update(invoices).set({ nextReminderOn: next }).where(eq(invoices.id, id));
    }
  }

  /** A payment came, or was taken back: what is paid is reminded no more, what is open again is. */
  private async paid(work: Work, invoiceId: string): Promise<void> {
    const bill = await lockedBill(work, invoiceId);
    if (bill.status === 'paid') {
      await this.post.drop(work, matterOf(invoiceId));
      await work.tx.update(invoices).set({ nextReminderOn: null, promisedFor: null }).where(eq(invoices.id, invoiceId));
    } else if (bill.nextReminderOn === null && bill.reminders < work.firm.followUps.most) await this.restart(work, bill);
  }

  private async restart(work: Work, { id, dueOn }: Invoice): Promise<void> {
    const next = followUpAfter(later(civil(dueOn!), work.today), work.firm.followUps, work.firm.calendar).toString();
    await work.tx.update(invoices).set({ nextReminderOn: next }).where(eq(invoices.id, id));
  }

  private async due(work: Work): Promise<string[]> {
    const { followUps, calendar } = work.firm;
    if (followUps.bills !== true || !isWorkingDay(work.today, calendar)) return [];
    const found = await work.tx
      .select({ id: invoices.id })
      .from(invoices)
      .where(
        and(
          eq(invoices.firmId, work.firm.id),
          eq(invoices.status, 'issued'),
          eq(invoices.isReminderStopped, false),
          lte(invoices.nextReminderOn, work.today.toString()),
        ),
      )
      .orderBy(asc(invoices.nextReminderOn), asc(invoices.id));
    return found.map(({ id }) => id);
  }

  private async next(work: Work, bill: Invoice): Promise<NextFollowUp> {
    const client = await this.clients.get(work, bill.clientId);
    const { isReminderStopped: isStopped, promisedFor, reminders: sent, nextReminderOn: nextOn } = bill;
    const awayUntil = nextOn === null ? null : await this.post.awayUntil(work, client, 'pays');
    const isOpen = bill.status === 'issued';
    return nextReminder({ isOpen, isStopped, clientGetsNone: client.followUps === 'none', awayUntil, promisedFor, sent, nextOn }, work.firm.followUps);
  }

  /** Reminds once, however long it was due, unless it is quiet now. */
  private async remindByItself(work: Work, invoiceId: string): Promise<void> {
    const bill = await lockedBill(work, invoiceId);
    const { on } = await this.next(work, bill);
    if (on === null || on > work.today.toString()) return;
    const { most, ...rules } = work.firm.followUps;
    if (bill.reminders >= most) {
      await work.tx.update(invoices).set({ nextReminderOn: null }).where(eq(invoices.id, invoiceId));
      await this.say(work, bill, `was reminded ${counted(bill.reminders, 'time')} of bill ${bill.number}: somebody has to ring`);
      return;
    }
    const written = await this.write(work, bill);
    await work.tx
      .update(invoices)
      .set(
        written === 0
          ? { nextReminderOn: null }
          : { reminders: bill.reminders + 1, nextReminderOn: followUpAfter(work.today, { most, ...rules }, work.firm.calendar).toString() },
      )
      .where(eq(invoices.id, invoiceId));
    await this.say(
      work,
      bill,
      written === 0 ? `could not be reminded of bill ${bill.number}: there is nobody to write to` : `was reminded of bill ${bill.number}`,
    );
  }

  /** Writes to whoever pays. It names what is open, and grows no angrier. @returns how many were written to */
  private async write(work: Work, bill: Invoice): Promise<number> {
    const client = await this.clients.get(work, bill.clientId);
    const job = await this.jobs.get(work, bill.jobId);
    const { gross } = amountsOf(bill);
    const rest = minus(gross, await this.payments.paid(work, bill.id));
    const open = compareMoney(rest, gross) === 0 ? `${moneyInWords(gross)} are open` : `${moneyInWords(rest)} of ${moneyInWords(gross)} are open`;
    return this.post.send(
      work,
      client,
      {
        subject: `${work.firm.shortName}: invoice ${bill.number} is not paid yet`,
        paragraphs: [
          `Our invoice ${bill.number} for ${client.name}, ${job.name}, was to be paid by ${fullDate(civil(bill.dueOn!))}. ${open}.`,
          'Where you have paid it in the meantime, nothing is to be done. Where something about it is not right, tell us.',
        ],
        leadsTo: `/portal/bills/${bill.id}`,
        linkWords: 'See and pay it here',
        to: 'pays',
        aboutFees: true,
        matter: matterOf(bill.id),
      },
      { clientId: bill.clientId, jobId: bill.jobId },
    );
  }

  private async open(work: Work, invoiceId: string): Promise<Invoice> {
    const bill = await lockedBill(work, invoiceId);
    if (bill.status !== 'issued')
      throw Problem.refused('not-open', bill.status === 'paid' ? 'This bill is paid already.' : 'Only a bill that was sent is reminded of.');
    return bill;
  }

  /** Writes a reminder now, by hand; the next by itself is counted from today. */
  async remind(work: Work, invoiceId: string): Promise<void> {
    const bill = await this.open(work, invoiceId);
    const { followUps, calendar } = work.firm;
    if ((await this.write(work, bill)) === 0)
      throw Problem.refused('nobody-to-write-to', 'There is nobody to write to: the client works on paper, or whoever pays has no address.');
    const next = bill.reminders + 1 >= followUps.most ? bill.nextReminderOn : followUpAfter(work.today, followUps, calendar).toString();
    await work.tx
      .update(invoices)
      .set({ reminders: bill.reminders + 1, nextReminderOn: next })
      .where(eq(invoices.id, invoiceId));
    await this.say(work, bill, `was reminded of bill ${bill.number}`);
  }

  /** Stops the reminders of a bill, or has them go on from today. */
  async set(work: Work, invoiceId: string, on: boolean): Promise<void> {
    const bill = await this.open(work, invoiceId);
    if (bill.isReminderStopped !== on) return;
    await work.tx.update(invoices).set({ isReminderStopped: !on }).where(eq(invoices.id, invoiceId));
    if (on) await this.restart(work, bill);
    else await this.post.drop(work, matterOf(invoiceId));
    await this.say(work, bill, on ? `has bill ${bill.number} reminded of again` : `stopped the reminders of bill ${bill.number}`);
  }

  /** Notes for which day they promised to pay, or that they did not. */
  async promise(work: Work, invoiceId: string, on: string | null): Promise<void> {
    const bill = await this.open(work, invoiceId);
    if (bill.promisedFor === on) return;
    if (on !== null && on < work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day has passed.' }]);
    await work.tx.update(invoices).set({ promisedFor: on }).where(eq(invoices.id, invoiceId));
    await this.say(
      work,
      bill,
      on === null ? `promised no day for bill ${bill.number} any more` : `promised to pay bill ${bill.number} by ${plainDate(civil(on))}`,
    );
  }

  /** How a bill is reminded of; null for one that is not open. */
  async view(work: Work, invoiceId: string): Promise<RemindersView | null> {
    const [bill] = await work.tx.select().from(invoices).where(eq(invoices.id, invoiceId));
    if (bill?.status !== 'issued') return null;
    const { on, quiet } = await this.next(work, bill);
    return { sent: bill.reminders, next: on, quiet, isStopped: bill.isReminderStopped, promisedFor: bill.promisedFor };
  }

  /** Bills that reminders did not bring in, or of which nobody could be reminded, for whoever may see fees. */
  async inVain(work: Work): Promise<Counted<TodayLine>[]> {
    if (!may(work.actor, 'see fees') || work.firm.followUps.bills !== true) return [];
    const found = await rows<{ id: string; number: string; clientId: string; client: string; dueOn: string; reminders: number; inAll: number }>(
      work.tx,
      sql`select i.id, i.number, i.client_id as "clientId", ${clientName(sql`i.client_id`)} as client, i.due_on as "dueOn", i.reminders, count(*) over ()::int as "inAll"
          from invoices i where i.firm_id = ${work.firm.id} and i.status = 'issued' and i.next_reminder_on is null and not i.is_reminder_stopped
            and i.due_on < ${work.today.toString()} and coalesce(i.promised_for, ${'2000-01-01'}) < ${work.today.toString()}
          order by i.due_on, i.id limit ${SHOWN}`,
    );
    return found.map(({ number, reminders, ...one }) => ({
      ...one,
      what: `Bill ${number}`,
      jobId: null,
      why: reminders > 0 ? `${counted(reminders, 'reminder')} brought nothing: ring them` : 'nobody could be reminded: ring or write to them',
      since: null,
      who: null,
    }));
  }

  private async say(work: Work, { id, clientId, jobId }: Invoice, what: string): Promise<void> {
    await this.events.record(work, BillReminded, { what, clientId, jobId, payload: { invoiceId: id } });
  }
}
