import { createRequire } from 'node:module';
import pdfmake from 'pdfmake';
import { keptFont } from './kept-fonts';

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
const FONTS = {
  // Whole families: a name in any European language prints, and every font is embedded, as PDF/A asks.
  Sans: { normal: sans('Regular'), bold: sans('Semibold'), italics: sans('It'), bolditalics: sans('SemiboldIt') },
  Serif: { normal: serif('Regular'), bold: serif('Semibold'), italics: serif('It'), bolditalics: serif('SemiboldIt') },
};
pdfmake.setFonts(FONTS);
pdfmake.setLocalAccessPolicy(() => false);
pdfmake.setUrlAccessPolicy(() => false);

/** What draws PDFs, with the fonts that ship; it fetches nothing. */
export const printer = pdfmake;
