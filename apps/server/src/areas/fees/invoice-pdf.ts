import { PDFDocument, type PDFFont, type PDFPage, StandardFonts, rgb } from '@cantoo/pdf-lib';
import { civil } from '@steady/core/calendar';
import { type Money, formatMoney, moneyInWords } from '@steady/core/money';
import { fullDate } from '@steady/core/words';

export interface InvoiceText {
  firm: { name: string; address: string };
  client: string;
  number: string;
  job: string;
  wording: string;
  net: Money;
  vat: Money;
  vatRate: number;
  gross: Money;
  issuedOn: string;
  dueOn: string;
}

const INK = rgb(0.106, 0.165, 0.2);
const SOFT = rgb(0.33, 0.39, 0.42);
const LEFT = 64;
const RIGHT = 595 - 64;

/** The built-in fonts know the characters of Windows-1252; others become their base letter, or a question mark. */
function printable(text: string, font: PDFFont): string {
  return Array.from(text, (character) => {
    for (const candidate of [character, character.normalize('NFD')[0]!]) {
      try {
        font.encodeText(candidate);
        return candidate;
      } catch {
        continue;
      }
    }
    return '?';
  }).join('');
}

function wrap(text: string, font: PDFFont, size: number, width: number): string[] {
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const word of paragraph.split(/\s+/)) {
      const longer = line ? `${line} ${word}` : word;
      if (line && font.widthOfTextAtSize(longer, size) > width) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    lines.push(line);
  }
  return lines;
}

/** An invoice on one page of A4. */
export async function invoicePdf(text: InvoiceText, at: Date): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(`Invoice ${text.number}`);
  pdf.setAuthor(text.firm.name);
  pdf.setCreationDate(at);
  pdf.setModificationDate(at);
  const page = pdf.addPage([595, 842]);
  const serif = await pdf.embedFont(StandardFonts.TimesRomanBold);
  const sans = await pdf.embedFont(StandardFonts.Helvetica);
  const bold = await pdf.embedFont(StandardFonts.HelveticaBold);
  const put = (on: PDFPage, words: string, x: number, y: number, font: PDFFont, size = 10, color = INK) =>
    on.drawText(printable(words, font), { x, y, font, size, color });
  const right = (words: string, y: number, font: PDFFont, size = 10) =>
    put(page, words, RIGHT - font.widthOfTextAtSize(printable(words, font), size), y, font, size);
  const rule = (y: number, thickness = 0.7) => page.drawLine({ start: { x: LEFT, y }, end: { x: RIGHT, y }, thickness, color: INK });

  put(page, text.firm.name, LEFT, 772, serif, 17);
  text.firm.address.split('\n').forEach((line, index) => put(page, line, LEFT, 754 - index * 13, sans, 9, SOFT));
  rule(706);
  put(page, `Invoice ${text.number}`, LEFT, 672, serif, 22);
  put(page, text.client, LEFT, 636, bold, 11);
  put(page, text.job, LEFT, 620, sans, 10, SOFT);
  right(`Issued ${fullDate(civil(text.issuedOn))}`, 636, sans);
  right(`To be paid by ${fullDate(civil(text.dueOn))}`, 620, bold);
  rule(592);
  put(page, 'For', LEFT, 576, bold, 9, SOFT);
  right(text.gross.currency, 576, bold, 9);
  let y = 554;
  const lines = wrap(printable(text.wording, sans), sans, 10, 340);
  right(formatMoney(text.net), y, sans);
  for (const line of lines) {
    put(page, line, LEFT, y, sans);
    y -= 15;
  }
  y -= 12;
  rule(y, 0.4);
  put(page, 'Net', LEFT, y - 18, sans);
  right(formatMoney(text.net), y - 18, sans);
  put(page, `VAT ${(text.vatRate / 100).toString()} %`, LEFT, y - 34, sans);
  right(formatMoney(text.vat), y - 34, sans);
  rule(y - 44);
  put(page, 'To pay', LEFT, y - 60, bold, 11);
  right(moneyInWords(text.gross), y - 60, bold, 11);
  rule(y - 68);
  rule(y - 70.5);
  put(page, `Pay online by the link in our message, or by transfer quoting ${text.number}.`, LEFT, y - 100, sans, 9, SOFT);
  return pdf.save();
}
