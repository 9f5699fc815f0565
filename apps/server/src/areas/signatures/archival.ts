import { PDFArray, PDFDict, PDFDocument, PDFName, PDFNumber, PDFRawStream, PDFStream, decodePDFRawStream } from '@cantoo/pdf-lib';

/** That a PDF says of itself that it can be kept for good (PDF/A, ISO 19005): which part of the standard, and how far. */
export interface Archival {
  part: 1 | 2 | 3 | 4;
  /** A, B or U, as the standard names them; nothing in part 4. */
  conformance: string;
}

/** What a PDF says of itself, as it is written; null where it says nothing, or that cannot be read. */
function metadataOf(pdf: PDFDocument): string | null {
  const stream = pdf.catalog.lookupMaybe(PDFName.of('Metadata'), PDFStream);
  if (!(stream instanceof PDFRawStream)) return null;
  try {
    return new TextDecoder().decode(decodePDFRawStream(stream).decode());
  } catch {
    return null;
  }
}

/** A property of XMP, written as an attribute or as an element. */
const property = (name: string) => new RegExp(`${name}\\s*=\\s*["']([^"']*)["']|<${name}>\\s*([^<]*?)\\s*</${name}>`);
function valueOf(metadata: string, name: string): string | null {
  const found = property(name).exec(metadata);
  return found ? (found[1] ?? found[2] ?? null) : null;
}

/** What a PDF says of itself; null where it makes no such claim. */
export function archivalOf(pdf: PDFDocument): Archival | null {
  const metadata = metadataOf(pdf);
  const part = metadata === null ? null : Number(valueOf(metadata, 'pdfaid:part'));
  return part === 1 || part === 2 || part === 3 || part === 4 ? { part, conformance: valueOf(metadata!, 'pdfaid:conformance') ?? '' } : null;
}

/** Whether colours without a profile of their own mean something certain in it: what we add is in red, green and blue. */
function hasProfileOfScreens(pdf: PDFDocument): boolean {
  const intents = pdf.catalog.lookupMaybe(PDFName.of('OutputIntents'), PDFArray);
  return Array.from({ length: intents?.size() ?? 0 }, (_, at) => intents!.lookupMaybe(at, PDFDict)).some((intent) => {
    const profile = intent?.lookupMaybe(PDFName.of('DestOutputProfile'), PDFStream);
    return profile?.dict.lookupMaybe(PDFName.of('N'), PDFNumber)?.asNumber() === 3;
  });
}

/**
 * Whether the signed copy of a PDF can be kept for good as it could: a record is attached to it, which part 3 alone allows; a file of part 2 is
 * one of part 3 as soon as it says so (ISO 19005-3, 6.8 and introduction). The first part is of another make of PDF, and the fourth of a later one.
 */
export const staysArchival = (pdf: PDFDocument, claim: Archival): boolean => (claim.part === 2 || claim.part === 3) && hasProfileOfScreens(pdf);

/**
 * Says of a signed copy what is true of it: part 3, at the level that the pages behind it have as well; or nothing, where it cannot be kept.
 * What it says of a reading order (PDF/UA) is taken out: the record has none.
 */
export function sayArchival(pdf: PDFDocument): void {
  const metadata = metadataOf(pdf);
  const claim = archivalOf(pdf);
  if (metadata === null || (claim === null && !metadata.includes('pdfuaid:part'))) return;
  const stays = claim !== null && staysArchival(pdf, claim);
  const put = (text: string, name: string, value: string) =>
    text.replace(property(name), (whole: string) => whole.replace(/(["'>])[^"'<>]*(["']|<\/[^>]*>)$/, `$1${value}$2`));
  const without = (text: string, name: string) => text.replace(property(name), '');
  const said = ['pdfuaid:part', 'pdfuaid:rev', ...(stays ? [] : ['pdfaid:part', 'pdfaid:conformance', 'pdfaid:rev', 'pdfaid:amd'])].reduce(without, metadata);
  const next = stays ? put(put(said, 'pdfaid:part', '3'), 'pdfaid:conformance', claim.conformance === 'U' ? 'U' : 'B') : said;
  const { context, catalog } = pdf;
  catalog.set(PDFName.of('Metadata'), context.register(context.stream(new TextEncoder().encode(next), { Type: 'Metadata', Subtype: 'XML' })));
}
