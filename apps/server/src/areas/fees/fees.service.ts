import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { followUpAfter } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { type Money, addVat, compareMoney, minus, money, moneyInWords, opposite } from '@steady/core/money';
import { addressLines } from '@steady/core/facts';
import { fullDate } from '@steady/core/words';
import type { CancelBill, DraftBill } from '@steady/contract/fees';
import { dayIn } from '../../platform/clock';
import { rows, toColumns } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { type Actor, may } from '../../platform/identity';
import { type Work, nextNumber } from '../../platform/work';
import { type Collection, type CollectionOutcome, Collector } from '../../outside/collector';
import { ClientRecords, ClientsService, ContactsService } from '../clients';
import { DocumentsService } from '../documents';
import { JobRecords, JobsService } from '../jobs';
import { PostService } from '../post';
import { invoices, wipPostings } from './fees.tables';
import { DrawInvoice } from './draw-invoice';
import type { InvoiceText } from './invoice-pdf';
import { LedgerService } from './ledger.service';
import { type Invoice, amountsOf, lockedBill } from './bills';
import { PaymentsService } from './payments.service';

/** Kind of the effect that prints a bill; its key is the bill's id. */
export const PRINT = 'print bill';
type InvoiceEvent = { invoiceId: string };

/** A bill as it was approved, to be printed once that is confirmed. */
type ToPrint = { invoiceId: string; text: InvoiceText; at: number };

export const BillDrafted = eventKind<InvoiceEvent>('bill drafted', 'fees');
export const BillDiscarded = eventKind<InvoiceEvent>('draft bill deleted', 'fees');
export const BillIssued = eventKind<InvoiceEvent>('bill issued', 'fees');
export const BillCancelled = eventKind<InvoiceEvent>('bill cancelled', 'fees');
export const PaymentRefused = eventKind<InvoiceEvent>('payment refused', 'fees');

/** @throws Problem when the amount is larger than the role of whoever acts may approve */
function mustApproveUpTo({ actor }: Work, net: Money): void {
  const limit = actor.kind === 'staff' ? actor.approveUpTo : null;
  if (limit !== null && compareMoney(net, limit) > 0)
    throw Problem.refused('above-limit', `Your role approves bills up to ${moneyInWords(limit)}. Ask somebody who may approve more.`);
}

/** What is written about one bill goes out in the order in which it was written. */
const matterOf = (invoiceId: string): string => `bill ${invoiceId}`;

/** Why a bill cannot be cancelled, or null when it can. The one place where this is decided. */
export function cannotCancel(invoice: Pick<Invoice, 'status'>, paid: Money, settled: boolean): string | null {
  if (invoice.status === 'draft') return 'It is a draft; it can be deleted.';
  if (invoice.status === 'cancelled') return 'It was cancelled already.';
  if (invoice.status === 'paid') return 'It was paid. A paid bill is credited, not cancelled.';
  if (paid.amount > 0) return `${moneyInWords(paid)} of it was paid. A bill that money came in for is credited, not cancelled.`;
  return settled ? 'The WIP of this job was settled against it. Reverse the settlement first.' : null;
}

/** A person of the firm who may not see fees sees none through a client's eyes either. */
export const seesBills = (actor: Actor): boolean => actor.kind !== 'client' || !actor.looker || may(actor.looker, 'see fees');

/** Bills: drafted, approved once, paid through the collector, cancelled before they are paid. */
@Injectable()
export class FeesService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly held: JobRecords,
    private readonly events: Events,
    private readonly effects: Effects,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly jobs: JobsService,
    private readonly documents: DocumentsService,
    private readonly post: PostService,
    private readonly ledger: LedgerService,
    private readonly files: FileStore,
    private readonly heavy: HeavyWork,
    private readonly collector: Collector,
    private readonly payments: PaymentsService,
  ) {}

  onModuleInit(): void {
    this.records.follow(invoices, { what: 'bills' });
    this.held.hold(invoices, wipPostings);
    this.effects.register<Collection & { invoiceId: string; by: string }, CollectionOutcome>({
      kind: 'collect',
      outside: ({ invoiceId: _, by: __, ...collection }, key, firmId) => this.collector.collect(firmId, key, collection),
      then: (work, { invoiceId, amount }, outcome) => this.collected(work, invoiceId, amount, outcome),
    });
    this.effects.register<ToPrint, Uint8Array>({
      kind: PRINT,
      isPure: true,
      outside: ({ text, at }) => this.heavy.run(DrawInvoice, { text, at }),
      then: (work, { invoiceId, text }, pdf) => this.printed(work, invoiceId, text, pdf),
    });
  }

  /** Drafts a bill for a job, net of VAT. @returns its id */
  async draft(work: Work, jobId: string, input: DraftBill): Promise<string> {
    const job = await this.jobs.get(work, jobId);
    const { vatRate, currency } = work.firm;
    const { net, vat, gross } = addVat(input.amount, vatRate);
    const [invoice] = await work.tx
      .insert(invoices)
      .values(toColumns(currency, { firmId: work.firm.id, clientId: job.clientId, jobId, status: 'draft', wording: input.wording, net, vat, gross, vatRate }))
      .returning({ id: invoices.id });
    await this.events.record(work, BillDrafted, {
      what: `drafted a bill of ${moneyInWords(net)}`,
      clientId: job.clientId,
      jobId,
      payload: { invoiceId: invoice!.id },
    });
    return invoice!.id;
  }

  /** A bill, held for this transaction. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, invoiceId: string): Promise<Invoice> {
    const [invoice] = await work.tx
      .select()
      .from(invoices)
      .where(and(eq(invoices.id, invoiceId), eq(invoices.firmId, work.firm.id)));
    if (!invoice) throw Problem.notFound('bill');
    return invoice;
  }

  /** What of a job is billed, or drafted to be billed, net. */
  async claimed(work: Work, jobId: string): Promise<Money> {
    const [sum] = await rows<{ net: number }>(
      work.tx,
      sql`select coalesce(sum(net), 0)::float8 as net from invoices where job_id = ${jobId} and firm_id = ${work.firm.id} and status <> 'cancelled'`,
    );
    return money(sum!.net, work.firm.currency);
  }

  /** Throws a draft away. */
  async discard(work: Work, invoiceId: string): Promise<void> {
    const invoice = await lockedBill(work, invoiceId);
    if (invoice.status !== 'draft') throw Problem.refused('not-a-draft', 'Only a draft can be deleted. Cancel the bill instead.');
    await work.tx.delete(invoices).where(eq(invoices.id, invoiceId));
    const { clientId, jobId, wording } = invoice;
    const { net } = amountsOf(invoice);
    await this.events.record(work, BillDiscarded, {
      what: `deleted the draft of a bill of ${moneyInWords(net)}`,
      clientId,
      jobId,
      before: { net, wording },
      payload: { invoiceId },
    });
  }

  /** A number of a past year is only given by a clock that is wrong. @throws Problem */
  private async mustNotBePast(work: Work, year: number): Promise<void> {
    const [last] = await rows<{ number: string; issuedOn: string }>(
      work.tx,
      sql`select number, issued_on as "issuedOn" from invoices where firm_id = ${work.firm.id} and issued_on >= ${`${year + 1}-01-01`}::date order by issued_on desc, number desc limit 1`,
    );
    if (last)
      throw Problem.refused(
        'clock-behind',
        `Today would be ${fullDate(work.today)}, but bill ${last.number} was issued on ${fullDate(civil(last.issuedOn))} already. The clock of the computer is behind: have it set right, then approve this bill.`,
      );
  }

  /** Issues a draft: next number without a gap, posting, PDF, message to the client. Done once, however many ask. */
  async approve(work: Work, invoiceId: string, version: number): Promise<void> {
    const invoice = await lockedBill(work, invoiceId);
    if (invoice.status !== 'draft') throw Problem.refused('approved-already', `This bill was approved already, as number ${invoice.number}.`);
    if (invoice.version !== version) throw Problem.stale('bill', invoice.id);
    const { net, vat, gross } = amountsOf(invoice);
    mustApproveUpTo(work, net);
    const client = await this.clients.get(work, invoice.clientId);
    const job = await this.jobs.get(work, invoice.jobId);
    const { year } = work.today;
    await this.mustNotBePast(work, year);
    const number = `${year}-${String(await nextNumber(work, `invoice ${year}`)).padStart(4, '0')}`;
    const issuedOn = work.today.toString();
    const dueOn = work.today.add({ days: work.firm.paymentDays }).toString();
    const finished = job.finishedAt && dayIn(work.firm.zone, job.finishedAt).toString();
    const suppliedOn = finished && finished < issuedOn ? finished : issuedOn;
    await work.tx
      .update(invoices)
      .set({ status: 'issued', number, issuedOn, suppliedOn, dueOn, version: version + 1 })
      .where(eq(invoices.id, invoiceId));
    const { name, address, vatNumber, iban, bic, creditorId, terms } = work.firm;
    await this.effects.plan<ToPrint>(work, PRINT, invoiceId, {
      invoiceId,
      text: {
        firm: { name, address, vatNumber, iban, bic, creditorId, terms },
        client: { name: client.name, address: client.address ? addressLines(client.address) : [], vatNumber: client.vatNumber ?? null },
        number,
        job: job.name,
        issuedOn,
        suppliedOn,
        dueOn,
        lines: [{ what: invoice.wording, net, vatRate: invoice.vatRate }],
        net,
        vat,
        gross,
      },
      at: work.now.epochMilliseconds,
    });
    await this.ledger.post(work, {
      clientId: client.id,
      jobId: job.id,
      kind: 'bill',
      amount: opposite(net),
      what: `Interim bill ${number}, on account`,
      invoiceId,
    });
    await this.events.record(work, BillIssued, {
      what: `issued bill ${number}, ${moneyInWords(net)} and VAT ${moneyInWords(vat)}`,
      clientId: client.id,
      jobId: job.id,
      after: { number, net, vat, gross },
      payload: { invoiceId },
    });
  }

  /** Files the printed bill and writes to the client that it is there; a bill that was cancelled meanwhile is filed alone. */
  private async printed(work: Work, invoiceId: string, { number, job, gross, dueOn }: InvoiceText, pdf: Uint8Array): Promise<void> {
    const { clientId, jobId, status } = await lockedBill(work, invoiceId);
    const of = { clientId, jobId };
    const documentId = await this.documents.file(
      work,
      { ...(await this.files.keepBytes(work.firm, pdf)), name: `Invoice ${number}.pdf` },
      { ...of, what: `Bill ${number}`, aboutFees: true },
    );
    // From the day by which it was to be paid, it is reminded of as clients are followed up.
    const nextReminderOn = followUpAfter(civil(dueOn), work.firm.followUps, work.firm.calendar).toString();
    await work.tx.update(invoices).set({ documentId, nextReminderOn }).where(eq(invoices.id, invoiceId));
    if (status === 'cancelled') return;
    const client = await this.clients.get(work, clientId);
    await this.post.send(
      work,
      client,
      {
        subject: `${work.firm.shortName}: invoice ${number}, ${moneyInWords(gross)}`,
        paragraphs: [`Please find our invoice ${number} for ${client.name}, ${job}: ${moneyInWords(gross)}, to be paid by ${fullDate(civil(dueOn))}.`],
        leadsTo: `/portal/bills/${invoiceId}`,
        linkWords: 'See and pay it here',
        to: 'pays',
        aboutFees: true,
        matter: matterOf(invoiceId),
      },
      of,
    );
  }

  /** Gives a bill whose PDF could not be made its tries again. */
  async printAgain(work: Work, invoiceId: string): Promise<void> {
    const { status, documentId } = await this.get(work, invoiceId);
    if (status === 'draft' || documentId)
      throw Problem.refused('printed-already', documentId ? 'Its PDF is there already.' : 'A draft is printed when it is approved.');
    await this.effects.again(work, PRINT, invoiceId);
  }

  /** Takes an issued bill back: its posting is reversed by one of its own, its number stays used. */
  async cancel(work: Work, invoiceId: string, input: CancelBill): Promise<void> {
    const invoice = await lockedBill(work, invoiceId);
    const why = cannotCancel(invoice, await this.payments.paid(work, invoiceId), await this.ledger.isSettled(work, invoice.jobId));
    if (why) throw Problem.refused('cannot-cancel', why);
    if (invoice.version !== input.version) throw Problem.stale('bill', invoice.id);
    const { clientId, jobId, number } = invoice;
    await work.tx
      .update(invoices)
      .set({ status: 'cancelled', cancelReason: input.reason, version: input.version + 1 })
      .where(eq(invoices.id, invoiceId));
    await this.ledger.post(work, {
      clientId,
      jobId,
      kind: 'bill',
      amount: amountsOf(invoice).net,
      what: `Bill ${number} cancelled: ${input.reason}`,
      invoiceId,
    });
    await this.post.drop(work, matterOf(invoiceId));
    await this.events.record(work, BillCancelled, {
      what: `cancelled bill ${number}: ${input.reason}`,
      clientId,
      jobId,
      before: { status: 'issued' },
      after: { status: 'cancelled' },
      payload: { invoiceId },
    });
  }

  /** The bill, if the client's person who asks may see it: drafts are not theirs to see. */
  async forContact(work: Work, invoiceId: string): Promise<Invoice> {
    const invoice = await this.get(work, invoiceId);
    const { actor } = work;
    const own = actor.kind === 'client' && seesBills(actor) && (await this.contacts.hasPermission(work, actor.id, invoice.clientId, 'pays'));
    if (!own || invoice.status === 'draft') throw Problem.notFound('bill');
    return invoice;
  }

  /** Asks the collector for the money. Pressed twice at once, it is collected once. */
  async pay(work: Work, invoiceId: string): Promise<void> {
    const invoice = await this.forContact(work, invoiceId);
    if (invoice.status === 'paid') throw Problem.refused('paid-already', 'This invoice is paid already, thank you.');
    if (invoice.status === 'cancelled') throw Problem.refused('cancelled', 'This invoice was cancelled. Nothing is to be paid.');
    await this.effects.plan(work, 'collect', `${invoice.id}:${invoice.version}`, {
      invoiceId,
      amount: minus(amountsOf(invoice).gross, await this.payments.paid(work, invoiceId)),
      reference: invoice.number!,
      by: work.actor.name,
    });
  }

  private async collected(work: Work, invoiceId: string, amount: Money, outcome: CollectionOutcome): Promise<void> {
    const invoice = await lockedBill(work, invoiceId);
    const { clientId, jobId, number } = invoice;
    if (!outcome.paid) {
      await work.tx
        .update(invoices)
        .set({ refusal: outcome.why, version: invoice.version + 1 })
        .where(eq(invoices.id, invoiceId));
      await this.events.record(work, PaymentRefused, { what: `could not collect bill ${number}: ${outcome.why}`, clientId, jobId, payload: { invoiceId } });
      return;
    }
    await this.payments.pays(work, invoice, amount, outcome.reference);
  }
}
