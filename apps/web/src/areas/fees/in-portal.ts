import * as feesPortalRoutes from '@steady/contract/fees-portal.routes';
import { minus, moneyInWords } from '@steady/core/money';
import { shortDate } from '@steady/core/words';
import type { PortalInvoice } from '@steady/contract/requests';
import type { Matter, MattersOf } from '../../app/portal-matters';
import { dayOf } from '../../ui/words';

/** How a bill stands, in a few words. */
export function billSays(invoice: PortalInvoice): string {
  if (invoice.status === 'issued') return `${moneyInWords(minus(invoice.gross, invoice.paid))} to pay.`;
  return invoice.status === 'paid' && invoice.paidAt ? `paid ${shortDate(dayOf(invoice.paidAt))}` : invoice.status;
}

const matter = (invoice: PortalInvoice): Matter => ({
  key: invoice.id,
  client: invoice.client,
  title: `Invoice ${invoice.number}`,
  to: `/portal/bills/${invoice.id}`,
  says: billSays(invoice),
  by: invoice.status === 'issued' ? invoice.dueOn : null,
  movedAt: invoice.paidAt ?? `${invoice.issuedOn}T00:00:00Z`,
});

/** Bills of whoever is in the portal: unpaid ones to pay, the others below. */
export const billMatters: MattersOf<typeof feesPortalRoutes.list> = {
  reads: feesPortalRoutes.list,
  of: (invoices) => ({
    wanted: invoices.filter(({ status }) => status === 'issued').map(matter),
    withUs: [],
    over: invoices.filter(({ status }) => status !== 'issued').map(matter),
  }),
};
