/** Room for a seal with its certificates and a time stamp, in bytes; in the file it stands as twice as many hexadecimal digits. */
export const SEAL_BYTES = 12_000;

/** As wide as the largest file that can be sealed needs: ten digits a figure. */
const FIGURE = 10;
const FIGURES_TO_COME = `[0 ${'*'.repeat(FIGURE)} ${'*'.repeat(FIGURE)} ${'*'.repeat(FIGURE)}]`;

/** Between which bytes the seal itself stands: everything before and after it is sealed. */
export interface SealPlace {
  /** First byte of the seal, its opening bracket. */
  start: number;
  /** First byte after it. */
  end: number;
  /** How long the file was when it was sealed: what comes behind was added later. */
  whole: number;
}

/** Text in a PDF, as UTF-16 in hexadecimal digits: any letter, and nothing to escape. */
const pdfText = (text: string) => `<FEFF${[...Array(text.length).keys()].map((at) => text.charCodeAt(at).toString(16).padStart(4, '0')).join('')}>`;

/**
 * The dictionary of a seal that is not made yet, as it is written into a PDF (ISO 32000-2, 12.8.1; PAdES baseline, ETSI EN 319 142-1).
 *
 * @param name whose seal it is
 * @param reason why it was put there
 * @param at when, as PDF writes a moment: `D:20260311100000Z`
 */
export const sealToCome = ({ name, reason, at }: { name: string; reason: string; at: string }): string =>
  `<< /Type /Sig /Filter /Adobe.PPKLite /SubFilter /ETSI.CAdES.detached /Name ${pdfText(name)} /Reason ${pdfText(reason)} /M (${at}) ` +
  `/ByteRange ${FIGURES_TO_COME} /Contents <${'0'.repeat(SEAL_BYTES * 2)}> >>`;

/** Bytes as text of one letter each, to look for plain words in them: what is no plain letter becomes some other one, and nothing moves. */
export const latin1 = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes);
const bytesOf = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

/**
 * Says in a file that holds a seal to come which bytes it seals.
 *
 * @returns the file, to be filled in at `place`; the file that was given is changed
 * @throws RangeError where it holds no seal to come
 */
export function withItsPlace(file: Uint8Array): { file: Uint8Array; place: SealPlace } {
  const text = latin1(file);
  const figures = text.lastIndexOf(FIGURES_TO_COME);
  const start = text.indexOf('<', figures);
  const end = text.indexOf('>', start) + 1;
  if (figures < 0 || start < 0 || end - start !== SEAL_BYTES * 2 + 2) throw new RangeError('No seal is to come in this file.');
  const said = `[0 ${start} ${end} ${file.length - end}]`.padEnd(FIGURES_TO_COME.length);
  file.set(bytesOf(said), figures);
  return { file, place: { start, end, whole: file.length } };
}

/** All that is sealed: the file without the seal itself. */
export function sealedPart(file: Uint8Array, { start, end, whole }: SealPlace): Uint8Array<ArrayBuffer> {
  const part = new Uint8Array(start + whole - end);
  part.set(file.subarray(0, start));
  part.set(file.subarray(end, whole), start);
  return part;
}

/** Puts a seal where it is to be. @param seal DER @throws RangeError where there is no room for it */
export function withSeal(file: Uint8Array, { start }: SealPlace, seal: Uint8Array): Uint8Array {
  if (seal.length > SEAL_BYTES) throw new RangeError(`The seal has ${seal.length} bytes, and there is room for ${SEAL_BYTES}.`);
  file.set(bytesOf([...seal].map((byte) => byte.toString(16).padStart(2, '0')).join('')), start + 1);
  return file;
}

/** A seal as it stands in a file, not checked yet. */
export interface SealFound extends SealPlace {
  /** CMS, DER, with the zeros behind it. */
  seal: Uint8Array<ArrayBuffer>;
}

const RANGE = /\/ByteRange\s*\[\s*(\d+)\s+(\d+)\s+(\d+)\s+(\d+)\s*\]/g;
const HEX = /^<[0-9A-Fa-f\s]*>$/;

/**
 * The seals in a PDF, in the order in which they were put there. Found by the byte ranges that they name, not by the structure of the
 * file: one that names anything but the whole file up to its own end, around itself, is no seal.
 */
export function sealsIn(file: Uint8Array): SealFound[] {
  const text = latin1(file);
  const found = [...text.matchAll(RANGE)].flatMap((match): SealFound[] => {
    const [from, start, end, rest] = match.slice(1).map(Number) as [number, number, number, number];
    const whole = end + rest;
    const digits = text.slice(start, end);
    // The range stands in the dictionary of its own seal, hence among what it seals.
    const isAround = from === 0 && start < end && whole <= file.length && match.index < whole && HEX.test(digits);
    if (!isAround) return [];
    const hex = digits.slice(1, -1).replace(/\s/g, '');
    return [
      { start, end, whole, seal: Uint8Array.from({ length: Math.floor(hex.length / 2) }, (_, at) => Number.parseInt(hex.slice(at * 2, at * 2 + 2), 16)) },
    ];
  });
  return found.sort((a, b) => a.whole - b.whole);
}
