import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { InvoiceView } from '@steady/contract/fees';
import { eur, stage } from '../../../test/stage';
import { BillPayments, PaymentLeaf } from './bill-payments';

afterEach(cleanup);

const PAYMENT = { id: 'p1', amount: eur(5_000), at: '2026-03-10T12:00:00Z', reference: 'SCT 88', by: 'Orla Keane', takenBack: false };
const bill = (more: Partial<InvoiceView> = {}) =>
  ({ id: 'b1', number: '2026-0001', version: 3, gross: eur(12_300), paid: eur(5_000), payments: [PAYMENT], ...more }) as InvoiceView;

describe('payments of a bill', () => {
  it('say who noted them, and only those noted by hand are taken back, after a question', async () => {
    const collected = { ...PAYMENT, id: 'p2', by: null, reference: 'COL-1' };
    const { asked } = stage(<BillPayments of={bill({ payments: [PAYMENT, collected] })} />, {
      rights: ['bill'],
      answers: { 'POST /api/payments/p1/take-back': null },
    });
    expect(screen.getAllByRole('listitem').map((one) => /noted by Orla Keane|through the portal/.exec(one.textContent)?.[0])).toEqual([
      'noted by Orla Keane',
      'through the portal',
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Take back' }));
    expect(asked.filter(({ what }) => what.startsWith('POST'))).toEqual([]);
    fireEvent.click(await screen.findByRole('button', { name: 'Take it back' }));
    await screen.findByText('Taken back. The bill is open for it again.');
  });

  it('are not taken back twice, nor by whoever does not bill', () => {
    stage(<BillPayments of={bill({ payments: [{ ...PAYMENT, takenBack: true }] })} />, { rights: ['bill'] });
    expect(screen.getByRole('listitem').textContent).toContain('taken back');
    expect(screen.queryByRole('button', { name: 'Take back' })).toBeNull();
    cleanup();
    stage(<BillPayments of={bill()} />);
    expect(screen.queryByRole('button', { name: 'Take back' })).toBeNull();
  });

  it('are noted for what is open, unless another amount is typed', async () => {
    const { asked } = stage(<PaymentLeaf invoice={bill()} onClose={() => undefined} />, { answers: { 'POST /api/invoices/b1/payments': null } });
    expect(screen.getByLabelText<HTMLInputElement>(/Came in/).value).toBe('73.00');
    fireEvent.change(screen.getByLabelText('Reference'), { target: { value: 'SCT 90' } });
    fireEvent.click(screen.getByRole('button', { name: 'Note the payment' }));
    await screen.findByText('Noted EUR 73.00.');
    expect(asked.find(({ what }) => what.startsWith('POST'))!.sent).toEqual({ amount: eur(7_300), on: '2026-03-11', reference: 'SCT 90', version: 3 });
  });
});
