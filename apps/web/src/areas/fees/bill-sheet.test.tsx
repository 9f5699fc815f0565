import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { BillPreview, InvoiceView } from '@steady/contract/fees';
import { eur, stage } from '../../../test/stage';
import { BeforeApproving, BillSheet, BillSum } from './bill-sheet';

const INVOICE: InvoiceView = {
  id: 'b1',
  version: 1,
  number: '2026-0012',
  status: 'issued',
  jobId: 'j1',
  jobNumber: 7,
  job: 'VAT return, Jan-Feb 2026',
  clientId: 'c1',
  client: 'Dunmarra Oysters Ltd',
  wording: 'On account',
  net: eur(18_000),
  vat: eur(4_140),
  vatRate: 2_300,
  gross: eur(22_140),
  paid: eur(0),
  issuedOn: '2026-02-20',
  dueOn: '2026-03-06',
  documentId: null,
  cancelReason: null,
  payments: [],
  cannotCancel: null,
  reminders: null,
};
const bill = (invoice: Partial<InvoiceView> = {}, more: Partial<BillPreview> = {}): BillPreview => ({
  invoice: { ...INVOICE, ...invoice },
  wipBefore: eur(25_000),
  wipAfter: eur(7_000),
  workings: { lines: ['250.00 recorded', '180.00 billed'] } as BillPreview['workings'],
  settling: null,
  goesTo: [],
  warnings: [],
  ...more,
});
const sum = (of: BillPreview) => stage(<p aria-label="sum">{<BillSum of={of} />}</p>).getByLabelText('sum').textContent;

describe('what matters of a bill', () => {
  it('is the effect of a draft, with what settling then would do', () => {
    const draft = bill({ status: 'draft', number: null });
    expect(sum(draft)).toBe('EUR 180.00 net, 221.40 with VAT. WIP goes from 250.00 to 70.00.');
  });

  it('says whether settling would write up, down or nothing', () => {
    const settling = (adjustment: number) => sum(bill({ status: 'draft' }, { settling: { adjustment: eur(adjustment), people: [] } })).split('; ')[1];
    expect(settling(-7_000)).toBe('settling then would write down 70.00.');
    document.body.innerHTML = '';
    expect(settling(1_250)).toBe('settling then would write up 12.50.');
    document.body.innerHTML = '';
    expect(settling(0)).toBe('settling then would write nothing up or down.');
  });

  it('is how much is open, and since when it is late', () => {
    expect(sum(bill())).toBe('Issued Fri 20 Feb, unpaid EUR 221.40, due Fri 6 Mar, overdue 5 days.');
  });

  it('counts what was paid in part', () => {
    expect(sum(bill({ paid: eur(10_000) }))).toContain('EUR 100.00 paid, open EUR 121.40');
  });

  it('names the last payment of one that is paid', () => {
    const payments = [
      { id: 'p1', amount: eur(10_000), at: '2026-03-01T09:00:00Z', reference: 'first half', by: null, takenBack: false },
      { id: 'p2', amount: eur(12_140), at: '2026-03-10T14:05:00Z', reference: '2026-0012 rest', by: null, takenBack: false },
    ];
    expect(sum(bill({ status: 'paid', paid: eur(22_140), payments }))).toMatch(/^Paid, EUR 221\.40, 10 Mar 14:05, reference 2026-0012 rest\.$/);
  });

  it('gives the reason of one that was cancelled', () => {
    expect(sum(bill({ status: 'cancelled', cancelReason: 'the wrong client' }))).toBe('Cancelled: the wrong client. Its number is not used again.');
  });
});

it('shows net, VAT by its rate and what is to be paid, in the bill’s currency', () => {
  stage(<BillSheet of={bill()} />);
  const table = screen.getByRole('table', { name: 'Bill' });
  expect(
    within(table)
      .getAllByRole('row')
      .map((row) => row.textContent),
  ).toEqual(['ForEUR', 'On account180.00', 'VAT 23 %41.40', 'To pay221.40']);
});

describe('before a draft is approved', () => {
  it('names everybody to whom it goes', () => {
    stage(<BeforeApproving of={bill({ status: 'draft' }, { goesTo: [{ name: 'Bríd Foley', address: 'brid@dunmarra.example' }] })} />);
    expect(screen.getByText(/A message goes to Bríd Foley/)).toBeDefined();
    expect(screen.queryByText(/nobody to write to/)).toBeNull();
  });

  it('says that nobody is written to', () => {
    stage(<BeforeApproving of={bill({ status: 'draft' })} />);
    expect(screen.getByText('No message is sent: there is nobody to write to. Print the PDF.')).toBeDefined();
  });
});
