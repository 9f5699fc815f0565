/** Figures of signed copies: a document of twenty pages with a field on each, stamped and sealed, once and a hundred times. */
import { createHash } from 'node:crypto';
import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { Temporal } from '@steady/core/calendar';
import { answerWithTime, newSealer, sealOver, sealedPart, withSeal } from '@steady/core/seals';
import type { SigningRecord } from '@steady/core/signing';
import { stampedCopy } from '../src/areas/signatures/stamp-copy';
import { figure } from './figure';

const PAGES = 20;
const MANY = 100;
const AT = '2026-03-11T10:00:00Z';
const STROKES = [Array.from({ length: 200 }, (_, n) => (n % 2 === 0 ? n * 3 : 100 + Math.round(80 * Math.sin(n / 5))))];

async function original(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.TimesRoman);
  for (let page = 1; page <= PAGES; page += 1) pdf.addPage([595, 842]).drawText(`Accounts 2025, page ${page}`, { x: 64, y: 760, size: 14, font });
  return pdf.save();
}

const recordOf = (file: Uint8Array): SigningRecord => ({
  form: 'signing record 1',
  firm: 'Marram & Tern, Accountants',
  client: 'Gannet Smokery Ltd',
  title: 'Accounts 2025',
  document: { name: 'accounts.pdf', bytes: file.length, sha256: createHash('sha256').update(file).digest('hex') },
  askedBy: 'Niamh Daly',
  signers: [{ name: 'Maeve Gannet', signedAs: 'Maeve Gannet', at: AT, email: 'maeve@gannet.example', from: '203.0.113.7', notedBy: null, hasScan: false }],
  steps: [{ at: AT, who: 'Maeve Gannet', did: 'signed it' }],
  zone: 'Europe/Dublin',
});

export async function signedCopies(): Promise<void> {
  const years = { from: Temporal.Instant.from('2026-03-01T00:00:00Z'), until: Temporal.Instant.from('2031-03-01T00:00:00Z') };
  const firm = await newSealer({ name: 'Seal', organisation: 'Marram & Tern', is: 'seal', ...years });
  const clock = await newSealer({ name: 'Clock', organisation: 'Harbour time', is: 'time', ...years });
  const file = await original();
  const signature = { way: 'drawn' as const, strokes: STROKES };
  const filled = Array.from({ length: PAGES }, (_, page) => ({ page: page + 1, x: 60, y: 700, width: 170, height: 42, shown: { mark: signature } }));
  const copy = async () => {
    const { file: stamped, place } = await stampedCopy({
      original: file,
      record: recordOf(file),
      filled,
      marks: [signature],
      recordFirst: false,
      address: '3 Quay Street\nPort Sallow',
      check: { at: 'https://steady.example/check-seal/marram-tern', fingerprint: '0000 1111' },
      at: AT,
    });
    return withSeal(stamped, place, await sealOver(sealedPart(stamped, place), firm, (request) => answerWithTime(request, Temporal.Instant.from(AT), clock)));
  };
  let began = performance.now();
  const { length } = await copy();
  figure(`signed copy of ${PAGES} pages, the first`, began, `${Math.round(length / 1000)} kB`);
  began = performance.now();
  for (let n = 0; n < MANY; n += 1) await copy();
  figure(`${MANY} signed copies of ${PAGES} pages, one after the other`, began, 'in one process');
}
