import { PDFDict, PDFDocument, PDFName, PDFRawStream } from '@cantoo/pdf-lib';
import { describe, expect, it } from 'vitest';
import { sumOf, vatByRate } from '@steady/core/money';
import { type InvoiceText, invoicePdf } from '../src/areas/fees/invoice-pdf';
import { textOfPdf } from './pdf-text';
import { eur } from './support';

const AT = new Date('2026-03-11T09:00:00Z');

function bill(lines: InvoiceText['lines'], more: Partial<InvoiceText> = {}): InvoiceText {
  const byRate = vatByRate(lines);
  const sum = (key: 'net' | 'vat' | 'gross') =>
    sumOf(
      'EUR',
      byRate.map((one) => one[key]),
    );
  return {
    firm: {
      name: 'Marram & Tern, Accountants',
      address: 'The Old Sail Loft, Quay Lane\nPort Sallow',
      vatNumber: 'IE9980001A',
      iban: 'IE51TERN99046325355093',
      bic: 'TERNIE2D',
      creditorId: 'IE54ZZZ990012',
      terms: 'Interest may be charged on what is overdue.',
    },
    client: { name: 'Wędzarnia Łosoś i Spółka', address: ['7 Strand Road', 'Port Sallow', 'Ireland'], vatNumber: 'IE9990007A' },
    number: '2026-0042',
    job: 'Books, monthly, Feb 2026',
    issuedOn: '2026-03-11',
    suppliedOn: '2026-03-06',
    dueOn: '2026-04-01',
    lines,
    net: sum('net'),
    vat: sum('vat'),
    gross: sum('gross'),
    ...more,
  };
}

describe('a bill on paper', () => {
  it('says all that the law asks of an invoice, in letters of any European language', async () => {
    const [page, ...others] = await textOfPdf(await invoicePdf(bill([{ what: 'Books of February', net: eur(18_050), vatRate: 2_300 }]), AT));
    expect(others).toEqual([]);
    for (const words of [
      'Invoice 2026-0042',
      'Marram & Tern, Accountants',
      'VAT number IE9980001A',
      'Wędzarnia Łosoś i Spółka',
      '7 Strand Road Port Sallow Ireland VAT number IE9990007A',
      'Date of issue Wed 11 Mar 2026',
      'Date of supply Fri 6 Mar 2026',
      'Books, monthly, Feb 2026',
      'Books of February 23 % 180.50',
      'Net at 23 % 180.50',
      'VAT 23 % 41.52',
      'To pay EUR 222.02',
      'To be paid by Wed 1 Apr 2026',
      'Account IE51 TERN 9904 6325 3550 93, TERNIE2D',
      'Reference 2026-0042',
      'Creditor identifier IE54ZZZ990012',
      'Interest may be charged on what is overdue.',
    ])
      expect(page).toContain(words);
  });

  it('gives the amount and the VAT of each rate, the sums beside', async () => {
    const [page] = await textOfPdf(
      await invoicePdf(
        bill([
          { what: 'Accounts', net: eur(100_000), vatRate: 2_300 },
          { what: 'A printed guide', net: eur(1_033), vatRate: 900 },
          { what: 'Payroll', net: eur(50_000), vatRate: 2_300 },
        ]),
        AT,
      ),
    );
    for (const words of [
      'Net at 23 % 1,500.00',
      'VAT 23 % 345.00',
      'Net at 9 % 10.33',
      'VAT 9 % 0.93',
      'Net in all 1,510.33',
      'VAT in all 345.93',
      'To pay EUR 1,856.26',
    ])
      expect(page).toContain(words);
  });

  it('goes on over as many pages as it takes, its head on each, the total at the end', async () => {
    const lines = Array.from({ length: 90 }, (_, at) => ({
      what: `Line ${at + 1}: ${'work of some length '.repeat(at % 7)}`,
      net: eur(100 + at),
      vatRate: 2_300,
    }));
    const pages = await textOfPdf(await invoicePdf(bill(lines), AT));
    expect(pages.length).toBeGreaterThan(2);
    pages.forEach((page, at) => {
      expect(page).toContain(`Page ${at + 1} of ${pages.length}`);
      expect(page.includes('To pay EUR')).toBe(at === pages.length - 1);
      if (at > 0) expect(page).toContain('Marram & Tern, Accountants, invoice 2026-0042');
    });
    expect(lines.every((_, at) => pages.some((page) => page.includes(`Line ${at + 1}:`)))).toBe(true);
  });

  it('is the same however many were drawn before it, though all share what was read of the fonts', async () => {
    const first = bill([{ what: 'Books', net: eur(100), vatRate: 0 }]);
    const other = bill([{ what: 'Ærø, Žďár, Győr', net: eur(2_345_678), vatRate: 900 }], { number: '2026-9999' });
    const alone = await invoicePdf(first, AT);
    const [drawn, page] = [await invoicePdf(first, AT), (await textOfPdf(await invoicePdf(other, AT)))[0]];
    expect(Buffer.from(drawn).equals(Buffer.from(alone))).toBe(true);
    expect(page).toContain('Ærø, Žďár, Győr');
    expect(Buffer.from(await invoicePdf(first, AT)).equals(Buffer.from(alone))).toBe(true);
  });

  it('leaves out what the firm or the client has not', async () => {
    const { firm, client } = bill([]);
    const [page] = await textOfPdf(
      await invoicePdf(
        bill([{ what: 'Books', net: eur(100), vatRate: 0 }], {
          firm: { ...firm, vatNumber: null, iban: null, bic: null, creditorId: null, terms: null },
          client: { ...client, address: [], vatNumber: null },
        }),
        AT,
      ),
    );
    expect(page).not.toMatch(/VAT number|Account\b|Creditor|null|undefined/);
    expect(page).toContain('Reference 2026-0042');
  });

  it('is PDF/A-3: it says so, names its colours, and has every font in it', async () => {
    const pdf = await PDFDocument.load(await invoicePdf(bill([{ what: 'Books', net: eur(100), vatRate: 2_300 }]), AT), { updateMetadata: false });
    const metadata = pdf.catalog.lookup(PDFName.of('Metadata')) as PDFRawStream;
    expect(Buffer.from(metadata.getContents()).toString()).toMatch(/pdfaid:part>3<[\s\S]*pdfaid:conformance>B</);
    expect(pdf.catalog.lookup(PDFName.of('OutputIntents'))).toBeDefined();
    const descriptors = pdf.context
      .enumerateIndirectObjects()
      .map(([, object]) => object)
      .filter((object): object is PDFDict => object instanceof PDFDict && object.get(PDFName.of('Type')) === PDFName.of('FontDescriptor'));
    expect(descriptors.length).toBeGreaterThanOrEqual(3);
    expect(descriptors.every((one) => one.has(PDFName.of('FontFile2')) || one.has(PDFName.of('FontFile3')))).toBe(true);
    expect(pdf.getCreationDate()).toEqual(AT);
  });
});
