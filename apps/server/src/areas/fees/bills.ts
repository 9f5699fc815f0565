import { and, eq } from 'drizzle-orm';
import type { VatAmounts } from '@steady/core/money';
import { fromColumns } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { invoices } from './fees.tables';

export type Invoice = typeof invoices.$inferSelect;

/** What a bill comes to. */
export const amountsOf = (invoice: Invoice): VatAmounts => fromColumns(invoice, 'net', 'vat', 'gross');

/** A bill, held for this transaction. @throws Problem "not-found" also for one of another firm */
export async function lockedBill(work: Work, invoiceId: string): Promise<Invoice> {
  const [invoice] = await work.tx
    .select()
    .from(invoices)
    .where(and(eq(invoices.id, invoiceId), eq(invoices.firmId, work.firm.id)))
    .for('update');
  if (!invoice) throw Problem.notFound('bill');
  return invoice;
}
