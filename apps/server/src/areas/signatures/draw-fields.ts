import {
  type PDFDocument,
  PDFDocument as Pdf,
  type PDFPage,
  concatTransformationMatrix,
  drawObject,
  popGraphicsState,
  pushGraphicsState,
} from '@cantoo/pdf-lib';
import type { Content } from 'pdfmake/interfaces';
import { MARK_BOX, type Mark, type PageSize } from '@steady/core/signing';
import { INK, inHand, printer, widthOf } from '../../platform/paper';
import type { ToStamp } from './tasks';

type Filled = ToStamp['filled'][number];
interface Box extends PageSize {
  x: number;
  y: number;
}

/** What of a page is shown: its crop box, as far as that lies on the page. */
function shownBox(page: PDFPage): Box {
  const [crop, media] = [page.getCropBox(), page.getMediaBox()];
  const x = Math.max(crop.x, media.x);
  const y = Math.max(crop.y, media.y);
  const [width, height] = [Math.min(crop.x + crop.width, media.x + media.width) - x, Math.min(crop.y + crop.height, media.y + media.height) - y];
  return width > 0 && height > 0 ? { x, y, width, height } : media;
}

/** Degrees by which a page is turned clockwise to be shown: 0, 90, 180 or 270. */
const turnOfPage = (page: PDFPage) => (((Math.round(page.getRotation().angle / 90) * 90) % 360) + 360) % 360;

/** How large a page is as it is shown, in points. */
export function shownSize(page: PDFPage): PageSize {
  const { width, height } = shownBox(page);
  return turnOfPage(page) % 180 === 0 ? { width, height } : { width: height, height: width };
}

/** Leads from the page as it is shown, from its lower left corner, to the page as it is written. Source: ISO 32000-2, 8.3.4 and table 31, Rotate. */
function asWritten(page: PDFPage): [number, number, number, number, number, number] {
  const { x, y, width, height } = shownBox(page);
  switch (turnOfPage(page)) {
    case 90:
      return [0, 1, -1, 0, x + width, y];
    case 180:
      return [-1, 0, 0, -1, x + width, y + height];
    case 270:
      return [0, -1, 1, 0, x, y + height];
    default:
      return [1, 0, 0, 1, x, y];
  }
}

/** Pixels of a line as wide as a pen, in units of the box of a drawing. */
const PEN = 7;
/** Of the height of its field, as much as letters take. */
const OF_HEIGHT = 0.78;
const MOST_TEXT = 11;
const MOST_HAND = 60;
/** How high a line of text is, in font sizes. */
const LINE = 1.25;
const LEAST_TEXT = 4;

const fits = (width: number, room: PageSize, most: number) => Math.max(LEAST_TEXT, Math.min(most, room.height * OF_HEIGHT, room.width / width));

/** The lines of a drawing, made smaller by a scale. */
const drawing = (strokes: readonly number[][], scale: number) => ({
  canvas: strokes.map((stroke) => ({
    type: 'polyline' as const,
    lineWidth: Math.max(0.6, PEN * scale),
    lineColor: INK,
    lineCap: 'round' as const,
    // A dot is a line to itself.
    points: pointsOf(stroke.length === 2 ? [...stroke, ...stroke] : stroke).map((point) => ({ x: point.x * scale, y: point.y * scale })),
  })),
});

/** A name as it was drawn or typed, in a box of its own. */
function drawMark(mark: Mark, { x, y, width, height }: Box): Content {
  if (mark.way === 'typed') {
    const runs = inHand(mark.text);
    const fontSize = fits(widthOf(runs), { width: width - 4, height }, MOST_HAND);
    return { ...inLine(fontSize, { x, y, height }), text: runs };
  }
  const scale = Math.min(width / MARK_BOX.width, height / MARK_BOX.height);
  return { ...drawing(mark.strokes, scale), absolutePosition: { x, y: y + (height - MARK_BOX.height * scale) / 2 } };
}

/** The same within a text, so many points high. */
export function markInText(mark: Mark, height: number): Content {
  return mark.way === 'typed' ? { text: inHand(mark.text), fontSize: height * 0.6, color: INK } : drawing(mark.strokes, height / MARK_BOX.height);
}

/** One line of text in the middle of a field. */
const inLine = (fontSize: number, { x, y, height }: Omit<Box, 'width'>) => ({
  fontSize,
  color: INK,
  lineHeight: 1,
  noWrap: true,
  absolutePosition: { x: x + 2, y: y + (height - fontSize * LINE) / 2 },
});

const pointsOf = (stroke: readonly number[]) => stroke.flatMap((x, at) => (at % 2 === 0 ? [{ x, y: stroke[at + 1]! }] : []));

function drawField({ shown, ...box }: Filled): Content[] {
  const { x, y, width, height } = box;
  if (shown === null) return [];
  if ('mark' in shown) return [drawMark(shown.mark, box)];
  if ('tick' in shown) {
    const side = Math.min(width, height);
    const points = [
      { x: side * 0.15, y: side * 0.55 },
      { x: side * 0.42, y: side * 0.82 },
      { x: side * 0.88, y: side * 0.15 },
    ];
    return [{ absolutePosition: { x, y }, canvas: [{ type: 'polyline', lineWidth: Math.max(1, side / 9), lineColor: INK, lineCap: 'round', points }] }];
  }
  const fontSize = fits(widthOf([{ text: shown.text, font: 'Sans' }]), { width: width - 4, height }, MOST_TEXT);
  return [{ ...inLine(fontSize, { x, y, height }), text: shown.text }];
}

/** Sheets of one size, each with what is drawn over a page: drawn as one, they carry their fonts once. */
function sheets(size: PageSize, pages: readonly Content[][]): Promise<Uint8Array> {
  return printer
    .createPdf({
      pageSize: size,
      pageMargins: 0,
      defaultStyle: { font: 'Sans', fontSize: 10 },
      // What lies at a place of its own begins no page: the blank does.
      content: pages.flatMap((drawn, at): Content[] => [{ text: ' ', fontSize: 1, ...(at === 0 ? {} : { pageBreak: 'before' as const }) }, ...drawn]),
    })
    .getBuffer();
}

/** Draws over each page what stands in its fields; what is on the page stays as it is. */
export async function fillIn(pdf: PDFDocument, filled: readonly Filled[]): Promise<void> {
  const numbers = [...new Set(filled.filter((one) => one.shown !== null).map((one) => one.page))];
  const nameOf = ({ width, height }: PageSize) => `${width} ${height}`;
  const sizes = new Map(numbers.map((number) => [nameOf(shownSize(pdf.getPage(number - 1))), shownSize(pdf.getPage(number - 1))]));
  for (const [name, size] of sizes) {
    const these = numbers.filter((number) => nameOf(shownSize(pdf.getPage(number - 1))) === name);
    const drawn = await sheets(
      size,
      these.map((number) => filled.filter((one) => one.page === number).flatMap(drawField)),
    );
    const embedded = await pdf.embedPdf(
      await Pdf.load(drawn),
      these.map((_, at) => at),
    );
    for (const [at, number] of these.entries()) {
      const page = pdf.getPage(number - 1);
      const key = page.node.newXObject('Filled', embedded[at]!.ref);
      page.pushOperators(pushGraphicsState(), concatTransformationMatrix(...asWritten(page)), drawObject(key), popGraphicsState());
    }
  }
}
