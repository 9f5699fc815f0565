import type { Content, TableCell } from 'pdfmake/interfaces';
import { type Mark, type SignerRecord, grouped, howConfirmed, momentOnRecord } from '@steady/core/signing';
import { RULE, SOFT, INK, printer } from '../../platform/paper';
import { markInText } from './draw-fields';
import type { ToStamp } from './tasks';

const PAGE = 467;
const FACTS = 104;
/** How high a name that was drawn stands in the record, in points. */
const MARK = 28;

const rule = (): Content => ({ canvas: [{ type: 'line', x1: 0, y1: 0, x2: PAGE, y2: 0, lineWidth: 0.6, lineColor: RULE }], margin: [0, 10, 0, 10] });
const part = (text: string): Content => ({ text, font: 'Serif', bold: true, fontSize: 12.5, margin: [0, 14, 0, 4] });
const fact = (name: string, text: Content): TableCell[] => [{ text: name, color: SOFT }, text];
const lined = {
  hLineWidth: (at: number) => (at === 0 ? 0 : 0.6),
  vLineWidth: () => 0,
  hLineColor: () => RULE,
  paddingLeft: () => 0,
  paddingTop: () => 4,
  paddingBottom: () => 4,
};
const facts = (body: TableCell[][]): Content => ({ table: { widths: [FACTS, '*'], body }, layout: lined });

const signer = (of: SignerRecord, mark: Mark | null, zone: string): TableCell[] => [
  {
    stack: [
      { text: of.name, bold: true },
      ...(mark === null ? [] : [markInText(mark, MARK)]),
      ...(of.signedAs === null ? [] : [{ text: `signed as “${of.signedAs}”`, color: SOFT }]),
    ],
  },
  { stack: [momentOnRecord(of.at, zone), { text: howConfirmed(of), color: SOFT }] },
];

/** The signing record on the firm's paper, one page or more. */
export function signingRecordPdf({ record, marks, recordFirst, address, check, at }: ToStamp): Promise<Uint8Array> {
  const { firm, client, title, document, askedBy, signers, steps, zone, terms } = record;
  const content: Content[] = [
    { text: firm, font: 'Serif', bold: true, fontSize: 17 },
    { text: address.replaceAll('\n', ', '), color: SOFT, fontSize: 9, margin: [0, 2, 0, 0] },
    rule(),
    { text: 'Signing record', font: 'Serif', bold: true, fontSize: 16 },
    { text: `${title}, for ${client}`, margin: [0, 2, 0, 6] },
    facts([
      fact('Document', `${document.name}, ${document.bytes} bytes, the pages ${recordFirst ? 'behind' : 'before'} this record`),
      fact('SHA-256 of it', { text: grouped(document.sha256), fontSize: 9.5 }),
      fact('Given for signature', `by ${askedBy}`),
      ...(terms ? [fact('Terms', `${terms.name}, edition ${terms.edition}: everybody who signed in the portal had agreed to them`)] : []),
    ]),
    part('Who signed'),
    { table: { widths: ['38%', '*'], body: signers.map((one, at) => signer(one, marks[at] ?? null, zone)), dontBreakRows: true }, layout: lined },
    part('What happened'),
    {
      table: {
        widths: [186, '*'],
        body: steps.map(({ at: when, who, did }) => [{ text: momentOnRecord(when, zone), color: SOFT }, `${who} ${did}`]),
        dontBreakRows: true,
      },
      layout: lined,
    },
    part('How to check it'),
    {
      stack: [
        `This file carries a seal of ${firm}, put there when everybody had signed. It breaks if any byte is changed. Check it with any program that checks signatures in PDFs, or at:`,
        { text: check.at, link: check.at, color: '#3B5578', margin: [0, 3, 0, 3] },
        'The certificate of the seal has this fingerprint (SHA-256); compare it with the one published there:',
        { text: check.fingerprint, fontSize: 9.5, margin: [0, 3, 0, 0] },
      ],
      unbreakable: true,
    },
  ];
  return printer
    .createPdf({
      // So that what it stands behind can be kept for good where that can.
      version: '1.7',
      subset: 'PDF/A-3b',
      language: 'en',
      info: { title: `Signing record, ${title}`, author: firm, creationDate: new Date(at), modDate: new Date(at) },
      pageSize: 'A4',
      pageMargins: [64, 56, 64, 52],
      defaultStyle: { font: 'Sans', fontSize: 10.5, color: INK, lineHeight: 1.15 },
      footer: (page, pages) => ({ text: `Signing record of ${document.name}, page ${page} of ${pages}`, color: SOFT, fontSize: 8.5, margin: [64, 14, 64, 0] }),
      content,
    })
    .getBuffer();
}
