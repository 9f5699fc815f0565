import type { DocumentPreview } from '@steady/contract/documents';
import { UnpacksTooLargeError, rowsOfBook, rowsOfCsv, textOf } from '../../platform/files/sheets';
import { insideOf } from './inside-of';
import type { ToRead } from './tasks';

// What reads PDFs and mails is fetched when there is one to read: the thread starts without it.

/** So much is laid out beside a list; the file itself holds all. */
const ROWS = 300;
const COLUMNS = 40;
const CELL = 400;
const SHEETS = 8;
const LETTERS = 200_000;
/** So many pages of a PDF are read for what stands in them. */
const PAGES = 300;

const cellsOf = (cells: readonly string[]) => cells.slice(0, COLUMNS).map((cell) => (cell.length > CELL ? `${cell.slice(0, CELL)} …` : cell));
const asBuffer = ({ bytes }: ToRead) => Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);

async function sheetsOf(file: ToRead): Promise<{ name: string; rows: string[][]; cut: boolean }[]> {
  if (insideOf(file) === 'csv') {
    const rows = rowsOfCsv(textOf(asBuffer(file)), { rows: ROWS + 1, cell: 10_000 });
    return [{ name: file.name, rows: rows.slice(0, ROWS).map(cellsOf), cut: rows.length > ROWS }];
  }
  const sheets: { name: string; rows: string[][]; cut: boolean }[] = [];
  for await (const { sheet, cells } of rowsOfBook(asBuffer(file), { sheets: SHEETS })) {
    if (sheets.at(-1)?.name !== sheet) sheets.push({ name: sheet, rows: [], cut: false });
    const into = sheets.at(-1)!;
    if (into.rows.length < ROWS) into.rows.push(cellsOf(cells));
    else into.cut = true;
  }
  return sheets;
}

async function mailOf(file: ToRead) {
  const { simpleParser } = await import('mailparser');
  const mail = await simpleParser(asBuffer(file), { skipImageLinks: true, skipTextToHtml: true });
  const people = (of: typeof mail.to | typeof mail.from) =>
    of === undefined
      ? ''
      : [of]
          .flat()
          .map((one) => one.text)
          .join(', ');
  return {
    from: people(mail.from),
    to: people(mail.to),
    at: mail.date?.toISOString() ?? null,
    subject: mail.subject ?? '',
    text: (mail.text ?? '').slice(0, LETTERS),
    attachments: mail.attachments.map(({ filename, size }) => ({ name: filename ?? 'without a name', bytes: size })),
  };
}

/** Lays out what is inside a file. What cannot be read is said, and is no error: the file can be saved and opened elsewhere. */
export async function laidOut(file: ToRead): Promise<DocumentPreview> {
  const inside = insideOf(file);
  if (inside === 'pdf' || inside === 'picture') return { as: inside };
  try {
    if (inside === 'book' || inside === 'csv') return { as: 'table', sheets: await sheetsOf(file) };
    if (inside === 'mail') return { as: 'mail', ...(await mailOf(file)) };
  } catch (error) {
    if (error instanceof UnpacksTooLargeError) return { as: 'nothing', why: 'This workbook unpacks to more than can be shown here.' };
    return { as: 'nothing', why: 'This file cannot be read here. It may be damaged, or protected by a password.' };
  }
  if (inside === 'other') return { as: 'nothing', why: 'This kind of file cannot be shown here.' };
  const text = textOf(asBuffer(file));
  return { as: 'text', text: text.slice(0, LETTERS), cut: text.length > LETTERS };
}

async function textOfPdf(file: ToRead): Promise<string> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const task = getDocument({ data: new Uint8Array(file.bytes), useSystemFonts: false, disableFontFace: true, verbosity: 0, isEvalSupported: false });
  try {
    const pdf = await task.promise;
    let text = '';
    for (let page = 1; page <= Math.min(pdf.numPages, PAGES) && text.length < LETTERS; page += 1) {
      const { items } = await (await pdf.getPage(page)).getTextContent();
      text += `${items.map((item) => ('str' in item ? `${item.str}${item.hasEOL ? '\n' : ' '}` : '')).join('')}\n`;
    }
    return text;
  } finally {
    await task.destroy();
  }
}

/** The text inside a file, at most 200,000 letters; empty where there is none, or it cannot be read. */
export async function textInside(file: ToRead): Promise<string> {
  try {
    return plain(await textAsWritten(file)).slice(0, LETTERS);
  } catch {
    return '';
  }
}

async function textAsWritten(file: ToRead): Promise<string> {
  const inside = insideOf(file);
  if (inside === 'pdf') return textOfPdf(file);
  if (inside === 'book' || inside === 'csv')
    return (await sheetsOf(file)).flatMap(({ name, rows }) => [name, ...rows.map((cells) => cells.join(' '))]).join('\n');
  if (inside === 'mail') {
    const { from, to, subject, text, attachments } = await mailOf(file);
    return [subject, from, to, text, ...attachments.map((one) => one.name)].join('\n');
  }
  return inside === 'text' ? textOf(asBuffer(file)) : '';
}

/** Text as a database takes it: without NUL and halves of letters, spaces drawn together. */
const plain = (text: string) =>
  text
    .replaceAll('\u0000', ' ')
    .toWellFormed()
    .replace(/[ \t]+/g, ' ')
    .trim();
