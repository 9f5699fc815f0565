/** Figures of what computes without a database: the plan of what goes out, and text taken out of files. */
import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { Temporal } from '@steady/core/calendar';
import { holidayCalendar } from '@steady/core/holidays';
import { SendingHours, type Waiting, paced } from '@steady/core/pacing';
import { textInside } from '../src/areas/documents/read-inside';
import { figure } from './figure';

const QUEUED = 10_000;
const READERS = 5_000;
const PDF_PAGES = 100;
const CSV_LINES = 20_000;
const MINUTE = 60_000;

/** Queued messages of many clients, in several matters, planned in one go. */
export function planOfMany(): void {
  const now = Temporal.ZonedDateTime.from('2026-03-11T10:00[Europe/Dublin]').epochMilliseconds;
  const hours = new SendingHours({ from: '08:30', until: '18:00' }, 'Europe/Dublin', holidayCalendar('IE', { from: 2026, until: 2027 }, new Map()));
  const queue = Array.from({ length: QUEUED }, (_, n): Waiting => ({
    id: `message ${n}`,
    person: `reader ${n % READERS}`,
    matter: `matter ${n % (READERS * 2)}`,
    writtenAt: now + n,
    notBefore: now + (n % 97) * 30 * MINUTE,
    now: n % 50 === 0,
  }));
  const began = performance.now();
  const plan = paced(queue, [], { hours, perDay: 1, together: true }, now);
  figure(`plan of ${QUEUED} messages to ${READERS} people`, began, `${plan.length} go out`);
}

const LINE = 'Dividend paid to the shareholders of the year, counted by hand and set against the account of each';

async function pdf(): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  for (let page = 0; page < PDF_PAGES; page += 1) {
    const sheet = document.addPage();
    for (let line = 0; line < 45; line += 1) sheet.drawText(`${page} ${line} ${LINE}`, { x: 40, y: 800 - line * 16, size: 8, font });
  }
  return document.save();
}

/** Text taken out of a file of each kind that is looked through. */
export async function textsOfFiles(): Promise<void> {
  const csv = Array.from({ length: CSV_LINES }, (_, n) => `2026-01-${1 + (n % 28)},${LINE},${n}.00`).join('\n');
  const mail = `From: a@dunmarra.example\r\nTo: b@marram.example\r\nSubject: Papers\r\n\r\n${`${LINE}\r\n`.repeat(500)}`;
  const files = [
    { name: `a PDF of ${PDF_PAGES} pages`, kind: 'application/pdf', ending: '.pdf', bytes: await pdf() },
    { name: `a table of ${CSV_LINES} lines`, kind: 'text/plain', ending: '.csv', bytes: Buffer.from(csv) },
    { name: 'a mail of 500 lines', kind: 'text/plain', ending: '.eml', bytes: Buffer.from(mail) },
  ];
  for (const { name, kind, ending, bytes } of files) {
    const size = `${(bytes.byteLength / 1000).toFixed(0)} kB`;
    const began = performance.now();
    const text = await textInside({ bytes, kind, name: `file${ending}` });
    figure(`text taken out of ${name}`, began, `${size}, ${text.length} letters`);
  }
}
