import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The text of each page of a PDF, one space between its pieces. */
export async function textOfPdf(pdf: Uint8Array): Promise<string[]> {
  const read = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const pages = await Promise.all(Array.from({ length: read.numPages }, async (_, at) => (await read.getPage(at + 1)).getTextContent()));
  return pages.map(({ items }) =>
    items
      .map((item) => ('str' in item ? item.str : ''))
      .join(' ')
      .replace(/\s+/g, ' '),
  );
}
