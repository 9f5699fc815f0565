import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { INK, RULE, SOFT, printer } from '../../platform/paper';

interface FirmOnPaper {
  name: string;
  /** Lines below one another. */
  address: string;
}

/** A letter to a client on paper: who it is for, its words, what is wanted, and the label under which it comes back. */
export interface PacketText {
  firm: FirmOnPaper;
  client: string;
  address: string[];
  /** In words. */
  day: string;
  subject: string;
  paragraphs: string[];
  /** What is to be sent, each to be ticked; none for a letter that asks for none. */
  things: string[];
  code: string;
}

/** What the client gets for papers that it brought. */
export interface SlipText {
  firm: FirmOnPaper;
  client: string;
  number: number;
  day: string;
  what: string;
  came: string;
  broughtBy: string | null;
  by: string;
}

/** The address stands where the window of an envelope is. Source: DIN 5008, form A: 27 mm from the top, 20 mm from the left. */
const MM = 72 / 25.4;
const WINDOW = { left: 25 * MM, top: 45 * MM };
const PAGE = 467;

const head = (firm: FirmOnPaper): Content[] => [
  { text: firm.name, font: 'Serif', bold: true, fontSize: 17 },
  { text: firm.address.replaceAll('\n', ', '), color: SOFT, fontSize: 9, margin: [0, 2, 0, 0] },
];

const rule = (color = RULE): Content => ({ canvas: [{ type: 'line', x1: 0, y1: 0, x2: PAGE, y2: 0, lineWidth: 0.6, lineColor: color }] });

/** A box to be ticked with a pen. */
const toTick = (what: string): Content => ({
  columns: [
    { width: 16, canvas: [{ type: 'rect', x: 0, y: 2, w: 9, h: 9, lineWidth: 0.7, lineColor: INK }] },
    { width: '*', text: what },
  ],
  margin: [0, 3, 0, 3],
});

function packet({ firm, client, address, day, subject, paragraphs, things, code }: PacketText, at: number): Content[] {
  return [
    { stack: head(firm), ...(at > 0 ? { pageBreak: 'before' as const } : {}) },
    { absolutePosition: { x: WINDOW.left, y: WINDOW.top }, stack: [client, ...address].map((text) => ({ text, fontSize: 11 })) },
    { text: day, alignment: 'right', margin: [0, 120, 0, 14] },
    { text: subject, bold: true, fontSize: 12, margin: [0, 0, 0, 10] },
    ...paragraphs.map((text): Content => ({ text, margin: [0, 0, 0, 8], preserveLeadingSpaces: true })),
    ...(things.length > 0
      ? [{ text: 'Please tick what you put in:', style: 'head', margin: [0, 6, 0, 4] as [number, number, number, number] }, ...things.map(toTick)]
      : []),
    {
      unbreakable: true,
      margin: [0, 22, 0, 0],
      stack: [
        { canvas: [{ type: 'line', x1: 0, y1: 0, x2: PAGE, y2: 0, lineWidth: 0.6, lineColor: SOFT, dash: { length: 4 } }] },
        { text: 'Cut out and put on the envelope, or lay it on top', color: SOFT, fontSize: 8, margin: [0, 3, 0, 8] },
        {
          columns: [
            { width: '*', stack: [{ text: firm.name, bold: true, fontSize: 12 }, ...firm.address.split('\n').map((text) => ({ text, fontSize: 11 }))] },
            {
              width: 'auto',
              stack: [{ text: 'from', color: SOFT, fontSize: 9 }, { text: client }, { text: code, bold: true, fontSize: 13, margin: [0, 4, 0, 0] }],
              margin: [0, 0, 14, 0],
            },
            { width: 70, qr: code, fit: 66 },
          ],
        },
      ],
    },
  ];
}

const definition = (title: string, firm: string, at: Date, content: Content[]): TDocumentDefinitions => ({
  language: 'en',
  displayTitle: true,
  info: { title, author: firm, creationDate: at, modDate: at },
  pageSize: 'A4',
  pageMargins: [64, 56, 64, 48],
  defaultStyle: { font: 'Sans', fontSize: 10.5, color: INK, lineHeight: 1.15 },
  styles: { head: { bold: true, fontSize: 9.5, color: SOFT } },
  content,
});

/** Packets one after another, each beginning on a sheet of its own. @param at written into the file */
export const packetsPdf = (packets: readonly PacketText[], at: Date): Promise<Uint8Array> =>
  printer.createPdf(definition('Packets', packets[0]!.firm.name, at, packets.flatMap(packet))).getBuffer();

/** The slip for papers that were received. @param at written into the file */
export function slipPdf({ firm, client, number, day, what, came, broughtBy, by }: SlipText, at: Date): Promise<Uint8Array> {
  const facts = [
    ['From', client],
    ['Received', `${day}, ${came}${broughtBy === null ? '' : ` by ${broughtBy}`}`],
    ['Received by', by],
    ['What', what],
  ];
  return printer
    .createPdf(
      definition(`Receipt ${number}`, firm.name, at, [
        ...head(firm),
        { text: `Receipt ${number} for papers`, font: 'Serif', bold: true, fontSize: 18, margin: [0, 20, 0, 10] },
        rule(INK),
        {
          table: { widths: [90, '*'], body: facts.map(([label, text]) => [{ text: label!, color: SOFT }, text!]) },
          layout: 'noBorders',
          margin: [0, 10, 0, 30],
        },
        { text: 'We keep them safe and give them back when the work is done, or when you ask for them. Please bring this slip.', margin: [0, 0, 0, 40] },
        { columns: [{ width: 200, stack: [rule(SOFT), { text: `For ${firm.name}`, color: SOFT, fontSize: 9, margin: [0, 3, 0, 0] }] }] },
      ]),
    )
    .getBuffer();
}
