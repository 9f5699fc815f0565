import { createRequire } from 'node:module';

export interface Font {
  unitsPerEm: number;
  hasGlyphForCodePoint(letter: number): boolean;
  layout(text: string): { advanceWidth: number };
}

/** What of fontkit is used here. It is taken as a CommonJS module, because the printer takes it so: one format registered for both. */
interface Fontkit {
  openSync(file: string): Font;
  registerFormat(format: { probe(bytes: Uint8Array): boolean; new (stream: { buffer: Uint8Array }): object }): void;
}

const require = createRequire(import.meta.url);
const fontkit = require('fontkit') as Fontkit;

/** The file that a few bytes stand for. */
const files = new Map<string, string>();
const opened = new Map<string, Font>();
const nameIn = (bytes: Uint8Array) => Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('latin1');

function openedAs(name: string): Font {
  const font = opened.get(name) ?? fontkit.openSync(files.get(name)!);
  opened.set(name, font);
  return font;
}

/** A "format" whose bytes are the name of a font that is opened once: reading the tables of a whole family anew took most of the time of each bill. */
class KeptFont {
  static probe(bytes: Uint8Array): boolean {
    return files.has(nameIn(bytes));
  }

  constructor({ buffer }: { buffer: Uint8Array }) {
    const name = nameIn(buffer);
    return openedAs(name);
  }
}
fontkit.registerFormat(KeptFont);

const nameOf = (file: string) => `kept font ${file}`;

/** Bytes that the printer takes for a font: that of a file, read when it is first needed and kept. */
export function keptFont(file: string): Buffer {
  const name = nameOf(file);
  files.set(name, file);
  return Buffer.from(name, 'latin1');
}

/** A font that is kept, to be measured. @param file as it was given to `keptFont` */
export const openedFont = (file: string): Font => openedAs(nameOf(file));
