import * as feesPortalRoutes from '@steady/contract/fees-portal.routes';
import type { PortalMe } from '@steady/contract/requests';
import { useData } from '../../app/api';
import { type PortalParts, part } from '../../app/area';

const Invoice = part(() => import('./bills-in-portal'), 'Invoice');
const OtherInvoice = part(() => import('./bills-in-portal'), 'OtherInvoice');

/** Bills of whoever is in the portal: unpaid ones to pay, the others below. */
export function useBillsInPortal(me: PortalMe | undefined): PortalParts | undefined {
  const { data: invoices } = useData(feesPortalRoutes.list, me ? {} : null);
  if (!me || !invoices) return undefined;
  return {
    open: invoices.filter((invoice) => invoice.status === 'issued').map((invoice) => ({ key: invoice.id, shown: <Invoice invoice={invoice} /> })),
    done: invoices.filter((invoice) => invoice.status !== 'issued').map((invoice) => ({ key: invoice.id, shown: <OtherInvoice invoice={invoice} /> })),
  };
}
