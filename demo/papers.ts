import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PDFDocument, type PDFFont, StandardFonts } from '@cantoo/pdf-lib';
import type { CivilDate } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import { plainDate } from '@steady/core/words';
import ExcelJS from 'exceljs';
import { Chance } from './chance';
import { eur } from './eur';

/** A file as a client or a colleague would have it. */
export interface Paper {
  name: string;
  bytes: Buffer;
}

/** A photograph that lies beside this file; found upwards from here, from source as from the build. */
export function photograph(name: string): Paper {
  for (let folder = dirname(fileURLToPath(import.meta.url)); ; folder = dirname(folder)) {
    const place = [join(folder, 'papers', name), join(folder, 'demo', 'papers', name)].find((one) => existsSync(one));
    if (place) return { name, bytes: readFileSync(place) };
    if (folder === dirname(folder)) throw new Error(`The photograph ${name} is missing`);
  }
}

interface Line {
  on: CivilDate;
  what: string;
  /** In cents; what goes out is below nothing. */
  amount: number;
}

const IN = ['Sales, card terminal', 'Transfer, hotel', 'Lodgement', 'Transfer, co-operative'];
const OUT = ['Diesel, harbour', 'Electricity', 'Insurance', 'Wages', 'Rent of the shed', 'Rope and gear', 'Bank charges', 'Revenue, VAT'];

/** What moved on an account in a month. */
function movements(from: CivilDate, chance: Chance): Line[] {
  return Array.from({ length: 18 }, (_, at) => {
    const comes = chance.is(0.4);
    const on = from.with({ day: Math.min(1 + Math.floor((at * from.daysInMonth) / 18), from.daysInMonth) });
    return { on, what: chance.pick(comes ? IN : OUT), amount: (comes ? 1 : -1) * chance.between(2_000, 190_000) };
  });
}

const figure = (cents: number) => formatMoney(eur(cents));

/** A statement of a bank that does not exist, one page. */
export async function bankStatement(holder: string, month: CivilDate, seed: number): Promise<Paper> {
  const chance = new Chance(seed);
  const pdf = await PDFDocument.create();
  const [font, bold] = [await pdf.embedFont(StandardFonts.Helvetica), await pdf.embedFont(StandardFonts.HelveticaBold)];
  const page = pdf.addPage([595, 842]);
  const write = (text: string, x: number, y: number, { size = 9, face = font }: { size?: number; face?: PDFFont } = {}) =>
    page.drawText(text, { x, y, size, font: face });
  const atRight = (text: string, x: number, y: number, face = font) => write(text, x - face.widthOfTextAtSize(text, 9), y, { face });
  write('Harbour Bank of Port Sallow', 50, 780, { size: 16, face: bold });
  write('Current account 00-11-22 4410', 50, 760);
  write(holder, 50, 735, { size: 11, face: bold });
  write(`Statement for ${plainDate(month.with({ day: 1 }))} to ${plainDate(month.with({ day: month.daysInMonth }))}`, 50, 718);
  let balance = chance.between(400_000, 1_900_000);
  let y = 690;
  for (const [head, x] of [
    ['Date', 50],
    ['Details', 120],
  ] as const)
    write(head, x, y, { face: bold });
  for (const [head, x] of [
    ['Out', 380],
    ['In', 460],
    ['Balance', 545],
  ] as const)
    atRight(head, x, y, bold);
  y -= 18;
  write('Balance brought forward', 120, y);
  atRight(figure(balance), 545, y);
  for (const { on, what, amount } of movements(month, chance)) {
    y -= 18;
    balance += amount;
    write(plainDate(on), 50, y);
    write(what, 120, y);
    atRight(figure(Math.abs(amount)), amount < 0 ? 380 : 460, y);
    atRight(figure(balance), 545, y);
  }
  y -= 24;
  write('Balance carried forward', 120, y, { face: bold });
  atRight(figure(balance), 545, y, bold);
  return { name: `statement ${month.toString().slice(0, 7)}.pdf`, bytes: Buffer.from(await pdf.save()) };
}

/** The same as a bank's download. */
export function bankDownload(month: CivilDate, seed: number): Paper {
  const lines = movements(month, new Chance(seed)).map(
    ({ on, what, amount }) => `${on.toString()},${what.includes(',') ? `"${what}"` : what},${(amount / 100).toFixed(2)}`,
  );
  return { name: 'transactions.csv', bytes: Buffer.from(['Date,Details,Amount', ...lines, ''].join('\r\n')) };
}

/** Hours of a crew by week, a workbook of two sheets. */
export async function hoursWorked(names: readonly string[], month: CivilDate, seed: number): Promise<Paper> {
  const chance = new Chance(seed);
  const book = new ExcelJS.Workbook();
  const hours = book.addWorksheet('Hours');
  hours.addRow(['Name', 'Week 1', 'Week 2', 'Week 3', 'Week 4', 'Total']);
  for (const name of names) {
    const weeks = Array.from({ length: 4 }, () => chance.between(50, 90) / 2);
    hours.addRow([name, ...weeks, weeks.reduce((sum, week) => sum + week, 0)]);
  }
  const leave = book.addWorksheet('Leave');
  leave.addRow(['Name', 'From', 'Days']);
  leave.addRow([names[0], month.with({ day: 9 }).toString(), 3]);
  return { name: `hours ${month.toString().slice(0, 7)}.xlsx`, bytes: Buffer.from(await book.xlsx.writeBuffer()) };
}

/** A message that somebody saved from their mailbox. */
export function mail({ from, to, subject, on, lines }: { from: string; to: string; subject: string; on: CivilDate; lines: readonly string[] }): Paper {
  const head = [
    `From: ${from}`,
    `To: ${to}`,
    `Subject: ${subject}`,
    `Date: ${new Date(`${on.toString()}T08:40:00Z`).toUTCString()}`,
    'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8',
  ];
  return { name: `${subject}.eml`, bytes: Buffer.from([...head, '', ...lines, ''].join('\r\n')) };
}

/** A page of plain sentences: a lease, minutes, a letter. */
export async function writtenPage(name: string, title: string, lines: readonly string[]): Promise<Paper> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.TimesRoman);
  const page = pdf.addPage([595, 842]);
  page.drawText(title, { x: 70, y: 760, size: 20, font });
  lines.forEach((line, at) => page.drawText(line, { x: 70, y: 715 - at * 20, size: 11, font }));
  return { name, bytes: Buffer.from(await pdf.save()) };
}
