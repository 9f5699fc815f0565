import type { Content, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces';
import { civil } from '@steady/core/calendar';
import { type Money, formatMoney, ibanInGroups, moneyInWords, vatByRate } from '@steady/core/money';
import { fullDate } from '@steady/core/words';
import { INK, RULE, SOFT, printer } from '../../platform/paper';

/** All that is printed on a bill. Amounts are of one currency; days are ISO 8601; rates are basis points. */
export interface InvoiceText {
  firm: {
    name: string;
    /** Lines below one another. */
    address: string;
    vatNumber: string | null;
    iban: string | null;
    bic: string | null;
    creditorId: string | null;
    terms: string | null;
  };
  client: { name: string; address: string[]; vatNumber: string | null };
  number: string;
  job: string;
  issuedOn: string;
  suppliedOn: string;
  dueOn: string;
  lines: { what: string; net: Money; vatRate: number }[];
  net: Money;
  vat: Money;
  gross: Money;
}

const percent = (rate: number) => `${rate / 100} %`;
const day = (iso: string) => fullDate(civil(iso));
const right = (text: string, more: object = {}): TableCell => ({ text, alignment: 'right', ...more });

/** Rules above and below a table, as in our ledgers: a full line under the head, hairlines between, a double line at the end. */
const ledger = (rows: number) => ({
  hLineWidth: (line: number) => (line === 0 ? 0 : line === 1 || line === rows ? 0.7 : 0.4),
  vLineWidth: () => 0,
  hLineColor: (line: number) => (line === 1 || line === rows ? INK : RULE),
  paddingLeft: () => 0,
  paddingRight: (column: number, node: { table: { widths?: unknown } }) => (column === (node.table.widths as unknown[]).length - 1 ? 0 : 8),
  paddingTop: () => 4,
  paddingBottom: () => 4,
});

/** Facts below one another, without rules. */
const plain = { ...ledger(0), hLineWidth: () => 0, paddingTop: () => 0, paddingBottom: () => 2 };

function lines(of: InvoiceText): Content {
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', 50, 80],
      body: [
        [{ text: 'For', style: 'head' }, right('VAT', { style: 'head' }), right(`Net, ${of.gross.currency}`, { style: 'head' })],
        ...of.lines.map((line): TableCell[] => [line.what, right(percent(line.vatRate)), right(formatMoney(line.net))]),
      ],
    },
    layout: ledger(of.lines.length + 1),
    margin: [0, 18, 0, 0],
  };
}

function totals(of: InvoiceText): Content {
  const byRate = vatByRate(of.lines);
  const rows: TableCell[][] = [
    ...byRate.flatMap(({ rate, net, vat }) => [
      [`Net at ${percent(rate)}`, right(formatMoney(net))],
      [`VAT ${percent(rate)}`, right(formatMoney(vat))],
    ]),
    ...(byRate.length > 1
      ? [
          ['Net in all', right(formatMoney(of.net))],
          ['VAT in all', right(formatMoney(of.vat))],
        ]
      : []),
    [{ text: 'To pay', bold: true, fontSize: 11.5 }, right(moneyInWords(of.gross), { bold: true, fontSize: 11.5 })],
  ];
  return {
    unbreakable: true,
    columns: [
      { width: '*', text: '' },
      {
        width: 240,
        stack: [
          {
            table: { widths: ['*', 'auto'], body: rows },
            layout: {
              ...ledger(rows.length),
              hLineWidth: (line: number) => (line === rows.length - 1 || line === rows.length ? 0.7 : 0),
              hLineColor: () => INK,
            },
          },
          { canvas: [{ type: 'line', x1: 0, y1: 1.8, x2: 240, y2: 1.8, lineWidth: 0.7, lineColor: INK }] },
        ],
      },
    ],
    margin: [0, 10, 0, 0],
  };
}

function howToPay({ firm, number, dueOn }: InvoiceText): Content {
  const rows = [
    ['To be paid by', day(dueOn)],
    ...(firm.iban ? [['Account', `${ibanInGroups(firm.iban)}${firm.bic ? `, ${firm.bic}` : ''}`]] : []),
    ['Reference', number],
    ...(firm.creditorId ? [['Creditor identifier', firm.creditorId]] : []),
  ];
  return {
    unbreakable: true,
    stack: [
      { text: 'How to pay', style: 'head', margin: [0, 0, 0, 3] },
      {
        table: { widths: [110, '*'], body: rows.map(([what, value]): TableCell[] => [{ text: what!, color: SOFT }, value!]) },
        layout: plain,
      },
      { text: 'Or online, by the link in our message.', color: SOFT, margin: [0, 4, 0, 0] },
      ...(firm.terms ? [{ text: firm.terms, color: SOFT, margin: [0, 10, 0, 0] as [number, number, number, number] }] : []),
    ],
    margin: [0, 24, 0, 0],
  };
}

/** Head of the first page: whose paper it is, who the bill is for, and its days. */
function head(of: InvoiceText): Content[] {
  const facts = [
    ['Date of issue', day(of.issuedOn)],
    ['Date of supply', day(of.suppliedOn)],
  ];
  return [
    { text: of.firm.name, font: 'Serif', bold: true, fontSize: 17 },
    { text: [of.firm.address, ...(of.firm.vatNumber ? [`\nVAT number ${of.firm.vatNumber}`] : [])], color: SOFT, fontSize: 9, margin: [0, 3, 0, 10] },
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 467, y2: 0, lineWidth: 0.7, lineColor: INK }] },
    { text: `Invoice ${of.number}`, font: 'Serif', bold: true, fontSize: 22, margin: [0, 18, 0, 12] },
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: of.client.name, bold: true, fontSize: 11 },
            ...of.client.address.map((line) => ({ text: line })),
            ...(of.client.vatNumber ? [{ text: `VAT number ${of.client.vatNumber}` }] : []),
          ],
        },
        {
          width: 200,
          table: { widths: ['*', 'auto'], body: facts.map(([what, value]): TableCell[] => [{ text: what!, color: SOFT }, right(value!)]) },
          layout: plain,
        },
      ],
    },
    { text: of.job, bold: true, margin: [0, 16, 0, 0] },
  ];
}

/** A bill on as many pages of A4 as it takes, as PDF/A-3 with its fonts embedded. @param at written into the file */
export function invoicePdf(of: InvoiceText, at: Date): Promise<Uint8Array> {
  const definition: TDocumentDefinitions = {
    version: '1.7',
    subset: 'PDF/A-3b',
    language: 'en',
    displayTitle: true,
    info: { title: `Invoice ${of.number}`, author: of.firm.name, creationDate: at, modDate: at },
    pageSize: 'A4',
    pageMargins: [64, 56, 64, 56],
    defaultStyle: { font: 'Sans', fontSize: 10, color: INK, lineHeight: 1.15 },
    styles: { head: { bold: true, fontSize: 9, color: SOFT } },
    header: (page) => (page === 1 ? '' : { text: `${of.firm.name}, invoice ${of.number}`, color: SOFT, fontSize: 9, margin: [64, 28, 64, 0] }),
    footer: (page, pages) => ({ text: pages === 1 ? '' : `Page ${page} of ${pages}`, alignment: 'right', color: SOFT, fontSize: 9, margin: [64, 16, 64, 0] }),
    content: [...head(of), lines(of), totals(of), howToPay(of)],
  };
  return printer.createPdf(definition).getBuffer();
}
