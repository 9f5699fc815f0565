import { spawnSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDict, PDFDocument, PDFName, type PDFNumber, type PDFRawStream, StandardFonts, decodePDFRawStream, degrees } from '@cantoo/pdf-lib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Temporal } from '@steady/core/calendar';
import { type Sealer, answerWithTime, checkSeals, latin1, newSealer, sealOver, sealedPart, sealsIn, withSeal } from '@steady/core/seals';
import { MOST_FIELDS, type SigningRecord, RECORD_FILE, readRecord, recordIn } from '@steady/core/signing';
import { archivalOf } from '../src/areas/signatures/archival';
import { pdfLooked, stampedCopy } from '../src/areas/signatures/stamp-copy';
import type { ToStamp } from '../src/areas/signatures/tasks';
import { printer } from '../src/platform/paper';
import { textOfPdf } from './pdf-text';

const AT = '2026-03-11T10:00:00Z';
const folder = mkdtempSync(join(tmpdir(), 'steady-signed-'));
let firm: Sealer;
let clock: Sealer;
beforeAll(async () => {
  const years = { from: Temporal.Instant.from('2026-03-01T00:00:00Z'), until: Temporal.Instant.from('2031-03-01T00:00:00Z') };
  firm = await newSealer({ name: 'Marram & Tern, seal', organisation: 'Marram & Tern', is: 'seal', ...years });
  clock = await newSealer({ name: 'Clock', organisation: 'Harbour time', is: 'time', ...years });
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function accounts(pages: number, how: Parameters<PDFDocument['save']>[0], more?: (pdf: PDFDocument) => void): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.TimesRoman);
  for (let at = 1; at <= pages; at += 1) pdf.addPage([595, 842]).drawText(`Accounts 2025, page ${at}`, { x: 64, y: 760, size: 14, font });
  more?.(pdf);
  return pdf.save(how);
}
const CLASSIC = { useObjectStreams: false };
const PACKED = { useObjectStreams: true };

const recordOf = (original: Uint8Array, signers = 2): SigningRecord => ({
  form: 'signing record 1',
  firm: 'Marram & Tern, Accountants',
  client: 'Gannet Smokery Ltd',
  title: 'Accounts 2025 – Ó Súilleabháin Łódź',
  document: { name: 'accounts.pdf', bytes: original.length, sha256: createHash('sha256').update(original).digest('hex') },
  askedBy: 'Niamh Daly',
  signers: Array.from({ length: signers }, (_, at) => ({
    name: `Signer ${at + 1}`,
    signedAs: at === 0 ? 'Seán Ó Súilleabháin' : null,
    at: AT,
    email: at === 0 ? 'sean@gannet.example' : null,
    from: at === 0 ? '203.0.113.7' : null,
    notedBy: at === 0 ? null : 'Niamh Daly',
    hasScan: at > 0,
  })),
  steps: [{ at: AT, who: 'Niamh Daly', did: 'asked for signatures' }],
  zone: 'Europe/Dublin',
});

async function sealed(original: Uint8Array, signers?: number, filled: ToStamp['filled'] = [], marks: ToStamp['marks'] = []): Promise<Uint8Array> {
  const { file, place } = await stampedCopy({
    original,
    record: recordOf(original, signers),
    filled,
    marks,
    recordFirst: false,
    address: '3 Quay Street\nPort Sallow',
    check: { at: 'https://steady.example/check-seal/marram-tern', fingerprint: '0000 1111' },
    at: AT,
  });
  return withSeal(file, place, await sealOver(sealedPart(file, place), firm, (request) => answerWithTime(request, Temporal.Instant.from(AT), clock)));
}

const has = (program: string) => spawnSync('which', [program]).status === 0;
const kept = (name: string, bytes: Uint8Array) => {
  const file = join(folder, name);
  writeFileSync(file, bytes);
  return file;
};
/** All that a program says, wherever it says it. */
const run = (program: string, ...args: string[]): string => {
  const { stdout, stderr } = spawnSync(program, args);
  return `${stdout.toString()}${stderr.toString()}`;
};

describe('a signed copy', () => {
  it.each([
    ['a classic table of its objects', CLASSIC],
    ['packed objects', PACKED],
  ])('of a PDF with %s begins with the very bytes that were signed, and carries its record and a seal that holds', async (_, how) => {
    const original = await accounts(6, how);
    const copy = await sealed(original);
    expect(Buffer.compare(copy.subarray(0, original.length), original)).toBe(0);
    expect(await checkSeals(copy)).toMatchObject([
      { by: 'Marram & Tern', holds: true, added: 0, stamp: { at: '2026-03-11T10:00:00.000Z', by: 'Harbour time' } },
    ]);
    const read = await PDFDocument.load(copy);
    expect(read.getPageCount()).toBe(7);
    const [attached] = read.getAttachments();
    expect(attached!.name).toBe(RECORD_FILE);
    expect(readRecord(Buffer.from(attached!.data).toString())).toEqual(recordOf(original));
    expect(recordIn(latin1(copy))).toEqual(recordOf(original));
  });

  it('of a PDF that came sealed leaves that seal whole, for what it sealed', async () => {
    const came = await sealed(await accounts(1, CLASSIC));
    const copy = await sealed(came);
    expect(await checkSeals(copy)).toMatchObject([
      { holds: true, added: copy.length - came.length },
      { holds: true, added: 0 },
    ]);
  });

  it.each([0, 90, 180, 270])('has in each field what was filled in, where it stood, on a page that is turned by %i and cut', async (turn) => {
    const original = await accounts(2, CLASSIC, (pdf) => {
      pdf.getPage(1).setRotation(degrees(turn));
      pdf.getPage(1).setCropBox(30, 40, 500, 700);
    });
    expect((await pdfLooked({ file: original })).pages[1]).toEqual(turn % 180 === 0 ? { width: 500, height: 700 } : { width: 700, height: 500 });
    const strokes = [[10, 180, 120, 20, 180, 150, 590, 60]];
    const box = { page: 2, width: 170, height: 42 };
    const copy = await sealed(
      original,
      1,
      [
        { ...box, x: 40, y: 60, shown: { mark: { way: 'drawn', strokes } } },
        { ...box, x: 240, y: 60, shown: { mark: { way: 'typed', text: 'Łucja Ó Briain' } } },
        { ...box, x: 40, y: 160, height: 20, shown: { text: '11 Mar 2026' } },
        { ...box, x: 240, y: 160, height: 16, width: 16, shown: { tick: true } },
        { ...box, x: 40, y: 200, shown: null },
      ],
      [{ way: 'drawn', strokes }],
    );
    expect(await checkSeals(copy)).toMatchObject([{ holds: true, added: 0 }]);
    if (!has('pdftotext')) return;
    // The words stand where their fields stood, as the page is read.
    const read = run('pdftotext', '-f', '2', '-l', '2', '-bbox', '-cropbox', kept(`turned-${turn}.pdf`, copy), '-');
    const words = [...read.matchAll(/<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">([^<]+)</g)].map(([, x, y, right, low, word]) => ({
      word,
      inside: [
        [240, 60, 42],
        [40, 160, 20],
      ].some(([left, top, high]) => Number(x) >= left! && Number(right) <= left! + 170 && Number(y) >= top! && Number(low) <= top! + high!),
    }));
    expect(words.filter(({ inside }) => inside).map(({ word }) => word)).toEqual(['Łucja', 'Ó', 'Briain', '11', 'Mar', '2026']);
  });

  it('of a PDF that is a form keeps its fields', async () => {
    const original = await accounts(1, CLASSIC, (pdf) => pdf.getForm().createTextField('turnover').addToPage(pdf.getPages()[0]!));
    const form = (await PDFDocument.load(await sealed(original))).getForm();
    expect(form.getFields().map((one) => one.getName())).toEqual(['turnover', expect.stringMatching(/^Seal [0-9a-f]{8}$/)]);
  });

  it('holds the record of twelve signers, on as many pages as it takes', async () => {
    const original = await accounts(1, PACKED);
    const read = await PDFDocument.load(await sealed(original, 12));
    expect(read.getPageCount()).toBeGreaterThan(2);
  });

  it.runIf(has('pdfsig'))('is found sealed and whole by a program that is not ours, and changed where one byte is', async () => {
    for (const how of [CLASSIC, PACKED]) {
      const copy = await sealed(await sealed(await accounts(2, how)));
      const said = run('pdfsig', '-nocert', kept('copy.pdf', copy));
      expect(said.match(/Signature is Valid/g), said).toHaveLength(2);
      expect(said).toContain('Signature Type: ETSI.CAdES.detached');
      expect(said).toContain('Total document signed');
      const place = sealsIn(copy).at(-1)!;
      const changed = copy.slice();
      // Within a text of the last update, so that the file stays one that can be read.
      const at = Buffer.from(changed).indexOf('How this document was signed');
      changed[at > 0 ? at : place.start - 40]! ^= 1;
      expect(run('pdfsig', '-nocert', kept('changed.pdf', changed))).toMatch(/Digest Mismatch|Signature is Invalid/i);
    }
  });

  it.runIf(has('openssl'))('has a seal and a time stamp that OpenSSL verifies', async () => {
    const copy = await sealed(await accounts(1, CLASSIC));
    const place = sealsIn(copy)[0]!;
    const [data, seal] = [kept('part.bin', sealedPart(copy, place)), kept('seal.der', place.seal)];
    const authority = kept(
      'authority.pem',
      Buffer.from(`-----BEGIN CERTIFICATE-----\n${firm.issuers[0]!.match(/.{1,64}/g)!.join('\n')}\n-----END CERTIFICATE-----\n`),
    );
    const said = run(
      'openssl',
      'cms',
      '-verify',
      '-binary',
      '-inform',
      'DER',
      '-in',
      seal,
      '-content',
      data,
      '-CAfile',
      authority,
      '-purpose',
      'any',
      '-cades',
      '-out',
      '/dev/null',
      '-attime',
      String(Date.parse(AT) / 1000),
    );
    expect(said).toContain('CAdES Verification successful');
  });
});

describe('a PDF before it is given for signature', () => {
  it('is looked at: pages, seals, form, script', async () => {
    const plain = await accounts(3, PACKED);
    expect(await pdfLooked({ file: plain })).toEqual({
      pages: Array(3).fill({ width: 595, height: 842 }),
      wrong: null,
      seals: 0,
      hasForm: false,
      hasScript: false,
      losesArchival: false,
    });
    expect(await pdfLooked({ file: await sealed(plain) })).toMatchObject({ wrong: null, seals: 1 });
    const alive = await accounts(1, CLASSIC, (pdf) => {
      pdf.addJavaScript('hello', 'app.alert("hello")');
      pdf.getForm().createTextField('turnover').addToPage(pdf.getPages()[0]!);
    });
    expect(await pdfLooked({ file: alive })).toMatchObject({ wrong: null, hasForm: true, hasScript: true, losesArchival: false });
  });

  it('is not to be signed where it is protected by a password, broken or nothing', async () => {
    const pdf = await PDFDocument.create();
    pdf.addPage();
    pdf.encrypt({ userPassword: 'harbour', ownerPassword: 'harbour' });
    expect((await pdfLooked({ file: await pdf.save() })).wrong).toBe('protected');
    for (const file of [Buffer.from('%PDF-1.7 nothing'), Buffer.from(''), (await accounts(1, CLASSIC)).subarray(0, 200)])
      expect((await pdfLooked({ file })).wrong).toBe('broken');
  });
});

describe('a document that is large', () => {
  it('of 200 pages and 40 MB is stamped and sealed as it is', { timeout: 60_000 }, async () => {
    const original = await accounts(200, CLASSIC, (pdf) => {
      for (const page of pdf.getPages()) page.node.set(PDFName.of('Scan'), pdf.context.register(pdf.context.stream(randomBytes(200_000))));
    });
    expect(original.length).toBeGreaterThan(40_000_000);
    const copy = await sealed(original);
    expect(Buffer.compare(copy.subarray(0, original.length), original)).toBe(0);
    expect((await checkSeals(copy)).at(-1)).toMatchObject({ holds: true, added: 0 });
    expect((await pdfLooked({ file: copy })).pages).toHaveLength(201);
  });

  it('with a thousand fields has something in each of them', { timeout: 60_000 }, async () => {
    const filled: ToStamp['filled'] = Array.from({ length: MOST_FIELDS }, (_, at) => ({
      page: 1 + Math.floor(at / 50),
      x: 40 + 100 * (at % 5),
      y: 40 + 16 * (Math.floor(at / 5) % 10),
      width: 90,
      height: 14,
      shown: { text: `Value ${at}` },
    }));
    const copy = await sealed(await accounts(20, PACKED), 2, filled);
    expect((await checkSeals(copy)).at(-1)).toMatchObject({ holds: true });
    const words = (await textOfPdf(copy)).join(' ');
    for (const at of [0, 499, 999]) expect(words).toContain(`Value ${at}`);
  });
});

describe('a copy that can be kept for good', () => {
  const made = (subset: 'PDF/A-1b' | 'PDF/A-2b' | 'PDF/A-3b') =>
    printer
      .createPdf({
        version: subset === 'PDF/A-1b' ? '1.4' : '1.7',
        subset,
        info: { title: 'Accounts 2025' },
        defaultStyle: { font: 'Serif' },
        content: ['Accounts 2025'],
      })
      .getBuffer();
  /** What a file says of itself: the newest of what it says. */
  const says = async (file: Uint8Array) => {
    const pdf = await PDFDocument.load(file, { updateMetadata: false });
    const text = new TextDecoder().decode(decodePDFRawStream(pdf.catalog.lookup(PDFName.of('Metadata')) as PDFRawStream).decode());
    return { of: archivalOf(pdf), text, pdf };
  };
  const field: ToStamp['filled'] = [{ page: 1, x: 60, y: 400, width: 170, height: 44, shown: { text: 'Seán' } }];

  it.each(['PDF/A-2b', 'PDF/A-3b'] as const)('is one where the document was: %s', async (subset) => {
    const original = await made(subset);
    const copy = await sealed(original, 2, field);
    const { of, text, pdf } = await says(copy);
    expect(of).toEqual({ part: 3, conformance: 'B' });
    // All else that it said of itself stays, and the record is attached as that part of the standard wants it.
    expect(text).toContain('Accounts 2025');
    expect(pdf.catalog.has(PDFName.of('AF'))).toBe(true);
    expect(latin1(copy)).toMatch(/trailer[\s\S]*\/ID \[/);
    expect((await checkSeals(copy)).at(-1)).toMatchObject({ holds: true });
    expect(await pdfLooked({ file: original })).toMatchObject({ losesArchival: false });
  });

  it('has every font in it, and what can be pressed is printed', async () => {
    const { pdf } = await says(await sealed(await made('PDF/A-2b'), 2, field));
    const objects = pdf.context.enumerateIndirectObjects().flatMap(([, object]) => (object instanceof PDFDict ? [object] : []));
    const descriptors = objects.filter((one) => one.lookup(PDFName.of('Type')) === PDFName.of('FontDescriptor'));
    expect(descriptors.length).toBeGreaterThan(1);
    for (const one of descriptors) expect(['FontFile', 'FontFile2', 'FontFile3'].some((name) => one.has(PDFName.of(name)))).toBe(true);
    const pressed = objects.filter((one) => one.lookup(PDFName.of('Subtype')) === PDFName.of('Link'));
    expect(pressed.length).toBeGreaterThan(0);
    for (const one of pressed) expect((one.lookup(PDFName.of('F')) as PDFNumber).asNumber() & 4).toBe(4);
  });

  it('does not say so where it cannot be one, and that is said before it goes', async () => {
    const original = await made('PDF/A-1b');
    expect(await pdfLooked({ file: original })).toMatchObject({ losesArchival: true });
    const { of, text } = await says(await sealed(original));
    expect(of).toBeNull();
    expect(text).toContain('Accounts 2025');
    // What the document said stands in the bytes that were signed.
    expect((await says(original)).of).toEqual({ part: 1, conformance: 'B' });
  });

  it('of a document that says nothing of it says nothing', async () => {
    const original = await accounts(1, CLASSIC);
    expect(await pdfLooked({ file: original })).toMatchObject({ losesArchival: false });
    expect(archivalOf(await PDFDocument.load(await sealed(original)))).toBeNull();
  });
});
