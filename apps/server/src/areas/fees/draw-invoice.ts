import { heavyTask } from '../../platform/heavy';
import type { InvoiceText } from './invoice-pdf';

/** Draws a bill as PDF. @param at milliseconds since 1970, written into the file */
export const DrawInvoice = heavyTask<{ text: InvoiceText; at: number }, Uint8Array>('draw invoice');
