import { type SignField, newField } from '@steady/core/signing';
import { decimalOf } from '@steady/core/money';
import { printer } from '@steady/server/platform/paper/index';
import type { Content, TableCell } from 'pdfmake/interfaces';
import { Chance } from './chance';
import { eur } from './eur';

/** A document to be signed as it comes from the firm's programs, and where those who sign it do. */
export interface ToSign {
  file: Uint8Array;
  fields: SignField[];
}

const A4 = { width: 595.28, height: 841.89 };
/** Where the lines for names stand on a page that is signed, in points from its top. */
const LINES = 600;
const LEFT = 64;
const WIDE = A4.width - 2 * LEFT;

const figure = (amount: number) =>
  decimalOf(eur(amount * 100))
    .replace(/\.00$/, '')
    .replace(/\B(?=(\d{3})+$)/g, ',')
    .replace('-', '−');
const heading = (text: string): Content => ({ text, font: 'Serif', bold: true, fontSize: 14, margin: [0, 0, 0, 2] });
const words = (text: string): Content => ({ text, margin: [0, 6, 0, 0] });
const sums = (rows: readonly (readonly [string, number, number])[], years: readonly [string, string]): Content => ({
  margin: [0, 14, 0, 0],
  table: {
    widths: ['*', 76, 76],
    body: [
      ['', ...years.map((text): TableCell => ({ text, alignment: 'right', bold: true }))],
      ...rows.map(([name, now, before]): TableCell[] => [
        { text: name, bold: name.startsWith('Total') || name.startsWith('Profit') },
        { text: figure(now), alignment: 'right' },
        { text: figure(before), alignment: 'right' },
      ]),
    ],
  },
  layout: { hLineWidth: (at) => (at === 1 ? 0.6 : 0), vLineWidth: () => 0, hLineColor: () => '#999999', paddingLeft: () => 0, paddingRight: () => 0 },
});

/** A line to sign on for each of them, at a place that is the same on every page. */
const signatureLines = (names: readonly string[], capacity: string): Content[] =>
  names.flatMap((name, at): Content[] => {
    const x = LEFT + at * (WIDE / 2 + 6);
    return [
      { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 190, y2: 0, lineWidth: 0.6, lineColor: '#999999' }], absolutePosition: { x, y: LINES } },
      { text: `${name}, ${capacity}`, fontSize: 9.5, absolutePosition: { x, y: LINES + 4 } },
    ];
  });

const signHere = (page: number, signers: number): SignField[] =>
  Array.from({ length: signers }, (_, signer) =>
    newField({ id: `sign-${page}-${signer}`, kind: 'signature', signer, page }, { x: LEFT + signer * (WIDE / 2 + 6) + 90, y: LINES - 24 }, A4),
  );
const dateHere = (page: number): SignField => newField({ id: `date-${page}`, kind: 'date', signer: 0, page }, { x: LEFT + 190, y: LINES - 76 }, A4);
const approvedOn: Content = { text: 'Approved by the board on', absolutePosition: { x: LEFT, y: LINES - 84 } };

async function drawn(title: string, pages: Content[][]): Promise<Uint8Array> {
  return printer
    .createPdf({
      version: '1.7',
      subset: 'PDF/A-2b',
      info: { title },
      pageSize: 'A4',
      pageMargins: [LEFT, 64, LEFT, 56],
      defaultStyle: { font: 'Serif', fontSize: 10.5, lineHeight: 1.25 },
      footer: (page, count) => ({ text: `${page} of ${count}`, alignment: 'center', fontSize: 9, color: '#777777', margin: [0, 16, 0, 0] }),
      content: pages.map((stack, at): Content => ({ stack, ...(at === 0 ? {} : { pageBreak: 'before' as const }) })),
    })
    .getBuffer();
}

/** Accounts of a company, six pages, its figures made up from its name: the same at every start. */
export async function accountsToSign(company: string, year: number, names: readonly string[]): Promise<ToSign> {
  const chance = new Chance([...company].reduce((sum, letter) => sum * 31 + letter.charCodeAt(0), year) | 0);
  const turnover = chance.between(240, 1900) * 1000 + chance.between(0, 999);
  const before = Math.round(turnover * (0.86 + chance.next() * 0.2));
  const share = (of: number, low: number, high: number) => Math.round(of * (low + chance.next() * (high - low)));
  const pair = (low: number, high: number): [number, number] => [share(turnover, low, high), share(before, low, high)];
  const [cost, wages, other] = [pair(0.36, 0.44), pair(0.26, 0.31), pair(0.12, 0.17)];
  const profit = [turnover - cost[0] - wages[0] - other[0], before - cost[1] - wages[1] - other[1]] as const;
  const [fixed, stock, debtors, cash, owed] = [pair(0.3, 0.4), pair(0.05, 0.09), pair(0.06, 0.1), pair(0.04, 0.08), pair(0.08, 0.12)];
  const net = [0, 1].map((at) => fixed[at]! + stock[at]! + debtors[at]! + cash[at]! - owed[at]!) as [number, number];
  const years = [`${year}`, `${year - 1}`] as const;
  const top = (text: string): Content[] => [{ text: company, fontSize: 10 }, heading(text)];
  const ended = `for the year ended 31 December ${year}`;
  const pages: Content[][] = [
    [
      { text: company, bold: true, fontSize: 22, margin: [0, 190, 0, 8] },
      { text: 'Directors’ report and financial statements', fontSize: 15 },
      { text: ended, fontSize: 12, margin: [0, 6, 0, 0] },
    ],
    [
      ...top('Directors’ report'),
      words(`The directors present their report and the financial statements ${ended}.`),
      words(
        `The result for the year is set out on page 3. Turnover was EUR ${figure(turnover)} (${years[1]}: EUR ${figure(before)}), and the profit before tax EUR ${figure(profit[0])}.`,
      ),
      words(
        'The directors who held office during the year are named below. No dividend is proposed. There were no events after the year-end that would change what is shown here.',
      ),
    ],
    [
      ...top(`Profit and loss account ${ended}`),
      sums(
        [
          ['Turnover', turnover, before],
          ['Cost of sales', -cost[0], -cost[1]],
          ['Wages and salaries', -wages[0], -wages[1]],
          ['Other charges', -other[0], -other[1]],
          ['Profit before tax', ...profit],
        ],
        years,
      ),
    ],
    [
      ...top(`Balance sheet as at 31 December ${year}`),
      sums(
        [
          ['Fixed assets', ...fixed],
          ['Stock', ...stock],
          ['Debtors', ...debtors],
          ['Cash at bank', ...cash],
          ['Creditors due within one year', -owed[0], -owed[1]],
          ['Total assets less current liabilities', ...net],
        ],
        years,
      ),
      approvedOn,
      ...signatureLines(names, 'director'),
    ],
    [
      ...top('Notes to the financial statements'),
      words('1. The financial statements are prepared under the historical cost convention, and on the ground that the company goes on trading.'),
      words('2. Fixed assets are written off over the years for which they are used: boats and plant over ten, vehicles over five, computers over three.'),
      words('3. Stock stands at the lower of its cost and what it will fetch.'),
      words(`4. The company had ${chance.between(3, 24)} people at work on average (${years[1]}: ${chance.between(3, 24)}).`),
    ],
    [
      ...top('Statement of the directors’ responsibilities'),
      words(
        'The directors are responsible for keeping proper books, for preparing these financial statements so that they show the state of the company as it is, and for safeguarding its assets.',
      ),
      words('They confirm that the accountants were given all books and everything that was needed to prepare them.'),
      approvedOn,
      ...signatureLines(names, 'director'),
    ],
  ];
  const initials = [1, 2, 3, 5].map((page) =>
    newField({ id: `initials-${page}`, kind: 'initials', signer: names.length - 1, page }, { x: A4.width - 90, y: A4.height - 44 }, A4),
  );
  return {
    file: await drawn(`${company}, financial statements ${year}`, pages),
    fields: [...initials, dateHere(4), ...signHere(4, names.length), ...signHere(6, names.length)],
  };
}

/** A return of one page, with the declaration below it. */
export async function returnToSign(client: string, what: string, names: readonly string[]): Promise<ToSign> {
  const chance = new Chance([...client, ...what].reduce((sum, letter) => sum * 33 + letter.charCodeAt(0), 7) | 0);
  const due = chance.between(1200, 24_000);
  const file = await drawn(`${client}, ${what}`, [
    [
      { text: client, fontSize: 10 },
      heading(what),
      words('As it will be filed with the tax office. Please read it, and sign if it is complete.'),
      sums(
        [
          ['Amounts that count', due * 5, due * 4],
          ['Of which free', -due, -due],
          ['Due', due, Math.round(due * 0.9)],
        ],
        ['Now', 'Before'],
      ),
      { text: 'I declare that this return is complete and correct, as far as I know.', absolutePosition: { x: LEFT + 24, y: LINES - 134 } },
      { text: 'Date', absolutePosition: { x: LEFT, y: LINES - 84 } },
      ...signatureLines(names, 'for the client'),
    ],
  ]);
  const declares = newField({ id: 'declares', kind: 'tick', signer: 0, page: 1 }, { x: LEFT + 8, y: LINES - 126 }, A4);
  return {
    file,
    fields: [{ ...declares, isRequired: true, label: 'I declare that this return is complete and correct' }, dateHere(1), ...signHere(1, names.length)],
  };
}

/** A letter of engagement of one page. */
export async function letterToSign(client: string, firm: string, names: readonly string[]): Promise<ToSign> {
  const file = await drawn(`Letter to ${client}`, [
    [
      { text: firm, fontSize: 13, bold: true },
      heading(`To ${client}`),
      words(
        'Thank you for having us look after your books, your accounts and your returns. This letter says what we do, what you do, and what it costs, as we talked it over.',
      ),
      words('We file on time what reaches us on time: by the tenth of the month what belongs to the month before. What is late we file as soon as we can.'),
      words('Please sign below, and write your place, if you agree.'),
      { text: 'Place', absolutePosition: { x: LEFT, y: LINES - 84 } },
      ...signatureLines(names, 'for the client'),
    ],
  ]);
  const place = newField({ id: 'place', kind: 'text', signer: 0, page: 1 }, { x: LEFT + 190, y: LINES - 78 }, A4);
  return { file, fields: [{ ...place, label: 'Place' }, ...signHere(1, names.length)] };
}
