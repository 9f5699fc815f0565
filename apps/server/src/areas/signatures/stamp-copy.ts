import { randomUUID } from 'node:crypto';
import { PDFArray, PDFDict, PDFDocument, PDFInvalidObject, PDFName, PDFString } from '@cantoo/pdf-lib';
import { type SealPlace, sealToCome, sealsIn, withItsPlace } from '@steady/core/seals';
import { RECORD_FILE, recordText } from '@steady/core/signing';
import { archivalOf, sayArchival, staysArchival } from './archival';
import { fillIn, shownSize } from './draw-fields';
import { signingRecordPdf } from './draw-signing-record';
import type { PdfLooked, ToStamp } from './tasks';

/** As PDF writes a moment (ISO 32000-2, 7.9.4). */
const pdfMoment = (at: Date) => `D:${at.toISOString().slice(0, 19).replace(/[-:T]/g, '')}Z`;

/** Printed, hidden from nobody, and locked. Source: ISO 32000-2, table 167. */
const WIDGET_FLAGS = 4 + 128;
/** There are seals, and the file is only ever added to. Source: ISO 32000-2, table 225. */
const SIG_FLAGS = 3;

/** Makes a form of the document, where it is none, with a field for the seal in it. */
function addSealField(pdf: PDFDocument, seal: string): void {
  const { context, catalog } = pdf;
  const page = pdf.getPages().at(-1)!;
  // Kept as it is written here, outside of packed objects: where it stands in the file has to be found.
  const value = context.register(PDFInvalidObject.of(Uint8Array.from(seal, (letter) => letter.charCodeAt(0))));
  const widget = context.register(
    context.obj({
      Type: 'Annot',
      Subtype: 'Widget',
      FT: 'Sig',
      T: PDFString.of(`Seal ${randomUUID().slice(0, 8)}`),
      V: value,
      F: WIDGET_FLAGS,
      Rect: [0, 0, 0, 0],
      P: page.ref,
    }),
  );
  page.node.addAnnot(widget);
  const form = catalog.lookupMaybe(PDFName.of('AcroForm'), PDFDict);
  const fields = form?.lookupMaybe(PDFName.of('Fields'), PDFArray);
  const others = fields ? Array.from({ length: fields.size() }, (_, at) => fields.get(at)) : [];
  const next = form ? form.clone(context) : context.obj({});
  next.set(PDFName.of('Fields'), context.obj([...others, widget]));
  next.set(PDFName.of('SigFlags'), context.obj(SIG_FLAGS));
  catalog.set(PDFName.of('AcroForm'), context.register(next));
}

/** Puts the record beside the document as a file of its own, as it is written: whoever checks the seal reads it without taking the PDF apart. */
function attachRecord(pdf: PDFDocument, text: string, at: string): void {
  const { context, catalog } = pdf;
  const content = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
  const file = context.register(
    context.stream(content, { Type: 'EmbeddedFile', Subtype: 'application/json', Params: { Size: content.length, ModDate: PDFString.of(at) } }),
  );
  const named = context.register(
    context.obj({
      Type: 'Filespec',
      F: PDFString.of(RECORD_FILE),
      UF: PDFString.of(RECORD_FILE),
      Desc: PDFString.of('How this document was signed'),
      EF: { F: file, UF: file },
      AFRelationship: 'Supplement',
    }),
  );
  const others = (of: PDFArray | undefined) => (of ? Array.from({ length: of.size() }, (_, place) => of.get(place)) : []);
  catalog.set(PDFName.of('AF'), context.obj([...others(catalog.lookupMaybe(PDFName.of('AF'), PDFArray)), named]));
  const names = catalog.lookupMaybe(PDFName.of('Names'), PDFDict)?.clone(context) ?? context.obj({});
  const files = names.lookupMaybe(PDFName.of('EmbeddedFiles'), PDFDict)?.clone(context) ?? context.obj({});
  // A tree of names is left as it is: the document refers to its record by itself, too.
  if (!files.has(PDFName.of('Kids'))) {
    const there = others(files.lookupMaybe(PDFName.of('Names'), PDFArray));
    files.set(PDFName.of('Names'), context.obj([...there, PDFString.of(RECORD_FILE), named]));
    names.set(PDFName.of('EmbeddedFiles'), context.register(files));
    catalog.set(PDFName.of('Names'), context.register(names));
  }
}

/**
 * The document with what the signers filled in where it belongs, its signing record behind it or before it, the record as data beside it, and room for the seal. It is added to and not written
 * anew: the bytes that were signed are the first of the copy, and a seal that was there before holds.
 */
export async function stampedCopy(given: ToStamp): Promise<{ file: Uint8Array; place: SealPlace }> {
  const { original, record, at } = given;
  const moment = new Date(at);
  const pdf = await PDFDocument.load(original, { forIncrementalUpdate: true, updateMetadata: false });
  await fillIn(pdf, given.filled);
  const printed = await PDFDocument.load(await signingRecordPdf(given));
  for (const [at, page] of (await pdf.copyPages(printed, printed.getPageIndices())).entries())
    if (given.recordFirst) pdf.insertPage(at, page);
    else pdf.addPage(page);
  attachRecord(pdf, recordText(record), pdfMoment(moment));
  sayArchival(pdf);
  addSealField(pdf, sealToCome({ name: record.firm, reason: 'Signed by all who were asked', at: pdfMoment(moment) }));
  return withItsPlace(await pdf.commit());
}

const SCRIPTS = ['JavaScript', 'JS'];

/** What is found in a PDF before it is given for signature; nothing in it is run. */
export async function pdfLooked({ file }: { file: Uint8Array }): Promise<PdfLooked> {
  const nothing: PdfLooked = { pages: [], wrong: 'broken', seals: 0, hasForm: false, hasScript: false, losesArchival: false };
  let pdf: PDFDocument;
  try {
    pdf = await PDFDocument.load(file, { forIncrementalUpdate: true, updateMetadata: false, ignoreEncryption: true });
    if (pdf.isEncrypted) return { ...nothing, wrong: 'protected' };
    if (pdf.getPageCount() === 0) return nothing;
  } catch {
    return nothing;
  }
  const form = pdf.catalog.lookupMaybe(PDFName.of('AcroForm'), PDFDict);
  const fields = form?.lookupMaybe(PDFName.of('Fields'), PDFArray);
  const hasScript = pdf.context
    .enumerateIndirectObjects()
    .some(([, object]) => object instanceof PDFDict && SCRIPTS.some((name) => object.has(PDFName.of(name))));
  const claim = archivalOf(pdf);
  return {
    pages: pdf.getPages().map(shownSize),
    wrong: null,
    seals: sealsIn(file).length,
    hasForm: (fields?.size() ?? 0) > 0,
    hasScript,
    losesArchival: claim !== null && !staysArchival(pdf, claim),
  };
}
