import { createRequire } from 'node:module';
import pdfmake from 'pdfmake';
import { keptFont, openedFont } from './kept-fonts';

export const INK = '#1B2A33';
export const SOFT = '#55636B';
export const RULE = '#DDD6C5';

const find = createRequire(import.meta.url).resolve;
/** Files that the printer holds in memory; its types do not tell of them. */
const { virtualfs } = pdfmake as typeof pdfmake & { virtualfs: { writeFileSync(name: string, bytes: Buffer): void } };
const font = (path: string) => {
  virtualfs.writeFileSync(path, keptFont(find(path)));
  return path;
};
const sans = (style: string) => font(`source-sans/TTF/SourceSans3-${style}.ttf`);
const serif = (style: string) => font(`source-serif/TTF/SourceSerif4-${style}.ttf`);
const hand = (letters: string) => {
  const normal = font(`@fontsource/caveat/files/caveat-${letters}-400-normal.woff`);
  return { normal, bold: normal, italics: normal, bolditalics: normal };
};
/** A hand-like family comes in parts, each with some letters; see `inHand`. */
const HAND = { Hand: hand('latin'), HandExt: hand('latin-ext'), HandCyrillic: hand('cyrillic') };
const FONTS = {
  ...HAND,
  // Whole families: a name in any European language prints, and every font is embedded, as PDF/A asks.
  Sans: { normal: sans('Regular'), bold: sans('Semibold'), italics: sans('It'), bolditalics: sans('SemiboldIt') },
  Serif: { normal: serif('Regular'), bold: serif('Semibold'), italics: serif('It'), bolditalics: serif('SemiboldIt') },
};
pdfmake.setFonts(FONTS);
pdfmake.setLocalAccessPolicy(() => false);
pdfmake.setUrlAccessPolicy(() => false);

/** What draws PDFs, with the fonts that ship; it fetches nothing. */
export const printer = pdfmake;

/** A piece of text in one font. */
interface Run {
  text: string;
  font: string;
}

/** A name in the hand-like font, in pieces: each letter in the part of the family that has it, and what none has as it is printed elsewhere. */
export function inHand(text: string): Run[] {
  const runs: Run[] = [];
  for (const letter of text) {
    const font =
      Object.keys(HAND).find((name) => openedFont(find(HAND[name as keyof typeof HAND].normal)).hasGlyphForCodePoint(letter.codePointAt(0)!)) ?? 'Sans';
    const last = runs.at(-1);
    if (last?.font === font) last.text += letter;
    else runs.push({ text: letter, font });
  }
  return runs;
}

/** How wide a text is, in points, at a font size of one point. */
export function widthOf(runs: readonly Run[]): number {
  return runs.reduce((sum, { text, font: name }) => {
    const of = openedFont(find(FONTS[name as keyof typeof FONTS].normal));
    return sum + of.layout(text).advanceWidth / of.unitsPerEm;
  }, 0);
}
