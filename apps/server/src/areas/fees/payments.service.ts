import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { type Money, compareMoney, minus, money, moneyInWords, opposite } from '@steady/core/money';
import type { NotePayment } from '@steady/contract/fees';
import { rows, toColumns } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Invoice, amountsOf, lockedBill } from './bills';
import { invoices, payments } from './fees.tables';

export const BillPaid = eventKind<{ invoiceId: string }>('bill paid', 'fees');

/** Money that comes in for bills: told by the collector, or noted by hand from the bank statement. */
@Injectable()
export class PaymentsService {
  constructor(private readonly events: Events) {}

  /** What came in for a bill so far. */
  async paid(work: Work, invoiceId: string): Promise<Money> {
    const [sum] = await rows<{ paid: number }>(
      work.tx,
      sql`select coalesce(sum(amount), 0)::float8 as paid from payments where invoice_id = ${invoiceId} and firm_id = ${work.firm.id}`,
    );
    return money(sum!.paid, work.firm.currency);
  }

  /**
   * Records money received for a bill, under the reference of whoever collected it. The bill is paid once all of it
   * came in; until then it stays unpaid for the rest.
   */
  async pays(work: Work, invoice: Invoice, amount: Money, reference: string, noted: { at?: string; by?: string } = {}): Promise<void> {
    const { at = work.now.toString(), by = null } = noted;
    await work.tx.insert(payments).values(toColumns(work.firm.currency, { firmId: work.firm.id, invoiceId: invoice.id, amount, at, reference, by }));
    await this.standAsPaid(work, invoice, `got ${moneyInWords(amount)} for bill ${invoice.number}, reference ${reference}`);
  }

  /** Notes money that came in by the bank, up to what is open. */
  async note(work: Work, invoiceId: string, { amount, on, reference, version }: NotePayment): Promise<void> {
    const invoice = await lockedBill(work, invoiceId);
    if (invoice.status !== 'issued')
      throw Problem.refused('not-open', invoice.status === 'paid' ? 'This bill is paid already.' : 'Only an issued bill is paid.');
    if (invoice.version !== version) throw Problem.stale('bill', invoice.id);
    if (on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day has not come yet.' }]);
    const rest = minus(amountsOf(invoice).gross, await this.paid(work, invoiceId));
    if (compareMoney(amount, rest) > 0)
      throw Problem.invalid([{ field: 'amount', message: `Only ${moneyInWords(rest)} of this bill is open. Note the rest on the bill that it was for.` }]);
    const at = civil(on)
      .toZonedDateTime({ timeZone: work.firm.zone, plainTime: { hour: 12 } })
      .toInstant()
      .toString();
    await this.pays(work, invoice, amount, reference, { at: on === work.today.toString() ? work.now.toString() : at, by: work.actor.name });
  }

  /** Takes back a payment that was noted by hand: a payment of the opposite amount is noted beside it. */
  async takeBack(work: Work, paymentId: string): Promise<void> {
    const [payment] = await work.tx
      .select()
      .from(payments)
      .where(and(eq(payments.id, paymentId), eq(payments.firmId, work.firm.id)));
    if (!payment) throw Problem.notFound('payment');
    const invoice = await lockedBill(work, payment.invoiceId);
    const [before] = await work.tx.select({ id: payments.id }).from(payments).where(eq(payments.takesBack, paymentId));
    if (before) throw Problem.refused('taken-back', 'This payment was taken back already.');
    if (payment.by === null || payment.takesBack !== null) throw Problem.refused('by-collector', 'Only a payment that was noted by hand can be taken back.');
    const { firmId, invoiceId, reference } = payment;
    const amount = money(payment.amount, payment.currency);
    await work.tx.insert(payments).values(
      toColumns(work.firm.currency, {
        firmId,
        invoiceId,
        amount: opposite(amount),
        at: work.now.toString(),
        reference,
        by: work.actor.name,
        takesBack: paymentId,
      }),
    );
    await this.standAsPaid(work, invoice, `took back the payment of ${moneyInWords(amount)} for bill ${invoice.number}, reference ${reference}`);
  }

  /** A bill is paid once all of it came in; until then it stays unpaid for the rest. */
  private async standAsPaid(work: Work, invoice: Invoice, what: string): Promise<void> {
    const rest = minus(amountsOf(invoice).gross, await this.paid(work, invoice.id));
    await work.tx
      .update(invoices)
      .set({ status: rest.amount > 0 ? 'issued' : 'paid', refusal: null, version: invoice.version + 1 })
      .where(eq(invoices.id, invoice.id));
    const { clientId, jobId } = invoice;
    await this.events.record(work, BillPaid, {
      what: `${what}${rest.amount > 0 ? `; ${moneyInWords(rest)} are open` : ''}`,
      clientId,
      jobId,
      payload: { invoiceId: invoice.id },
    });
  }
}
