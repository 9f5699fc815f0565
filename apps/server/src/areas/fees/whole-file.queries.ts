import { Injectable } from '@nestjs/common';
import { asc, eq } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import { JobsService } from '../jobs';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { fromColumns } from '../../platform/database';
import { invoices, payments, wipPostings } from './fees.tables';
import { money } from '@steady/core/money';

/** What fees bring to a client's whole file, for who may see them: bills, payments, the WIP ledger. */
@Injectable()
export class FeesWholeFile {
  constructor(private readonly jobs: JobsService) {}

  /** What fees bring to a client's whole file, for whoever sees fees: bills, payments, WIP. */
  async parts(work: Work, { id, fees }: FileOf): Promise<ZipEntry[]> {
    if (!fees) return [];
    const numbers = await this.jobs.numbersOf(work, id);
    const bills = await work.tx.select().from(invoices).where(eq(invoices.clientId, id)).orderBy(asc(invoices.number), asc(invoices.id));
    const paid = await work.tx
      .select({ bill: invoices.number, amount: payments.amount, currency: payments.currency, at: payments.at })
      .from(payments)
      .innerJoin(invoices, eq(invoices.id, payments.invoiceId))
      .where(eq(invoices.clientId, id))
      .orderBy(asc(payments.at), asc(payments.id));
    const ledger = await work.tx.select().from(wipPostings).where(eq(wipPostings.clientId, id)).orderBy(asc(wipPostings.seq));
    return [
      ...table(
        'bills',
        bills.map((bill) => ({
          number: bill.number,
          status: bill.status,
          wording: bill.wording,
          net: money(bill.net, bill.currency),
          vat: money(bill.vat, bill.currency),
          gross: money(bill.gross, bill.currency),
          'issued on': bill.issuedOn,
          'due on': bill.dueOn,
          'cancelled because': bill.cancelReason,
        })),
      ),
      ...table(
        'payments',
        paid.map((one) => fromColumns(one, 'amount')),
      ),
      ...table(
        'wip ledger',
        ledger.map((one) => ({
          day: one.on,
          job: numbers.get(one.jobId),
          kind: one.kind,
          amount: money(one.amount, one.currency),
          what: one.what,
          by: one.by,
        })),
      ),
    ];
  }
}
