import { Temporal } from '../calendar';
import { fullDate } from '../words';

/** One who signed, and how. */
export interface SignerRecord {
  name: string;
  /** The name as they wrote it; null for a signature on paper. */
  signedAs: string | null;
  /** ISO moment. */
  at: string;
  /** Of the portal: the address to which their code went, and that from which they signed, as far as it is known. */
  email: string | null;
  from: string | null;
  /** The end of the number to which a second code went by text message; nothing where none did. */
  textTo?: string | null;
  /** How the firm knew who they are: "passport seen by Niamh Daly on Mon 2 Mar 2026"; nothing where it did not ask. */
  identity?: string;
  /** They are of the firm, and signed in where its people work. */
  isOurs?: boolean;
  /** Of paper: who of the firm saw it, and whether a scan is there. */
  notedBy: string | null;
  hasScan: boolean;
}

export interface SigningStep {
  /** ISO moment. */
  at: string;
  who: string;
  /** What they did, behind their name: "signed it as "Orla Nolan"". */
  did: string;
}

/** Terms of the firm, as they were called, and which edition of them. */
export interface SigningTerms {
  name: string;
  edition: number;
}

/** How a document was signed: printed behind it, and carried in the sealed file for whoever checks it. */
export interface SigningRecord {
  /** Tells this form from later ones. */
  form: 'signing record 1';
  firm: string;
  client: string;
  title: string;
  /** The document before anything was added to it. */
  document: { name: string; bytes: number; sha256: string };
  askedBy: string;
  signers: SignerRecord[];
  steps: SigningStep[];
  /** What those agreed to who signed; nothing where there were no terms. */
  terms?: SigningTerms;
  /** Of the firm, IANA name: its clock is the one of which the printed record speaks. */
  zone: string;
}

/** The name under which it travels in the sealed file. */
export const RECORD_FILE = 'signing-record.json';

/** A moment on the clock of the firm, to the second, with how far that is from universal time. */
export function momentOnRecord(at: string, zone: string): string {
  const local = Temporal.Instant.from(at).toZonedDateTimeISO(zone);
  return `${fullDate(local.toPlainDate())}, ${local.toPlainTime().toString({ smallestUnit: 'second' })} (UTC${local.offset === '+00:00' ? '' : local.offset})`;
}

/**
 * How somebody was confirmed to be who signed, in a sentence.
 * @example howConfirmed({ name: 'Orla', signedAs: null, at: '2026-03-11T10:00:00Z', email: null, from: null, notedBy: 'Niamh', hasScan: true }) // 'on paper; Niamh noted it, with a scan'
 */
export function howConfirmed({ notedBy, hasScan, email, from, textTo, isOurs, identity }: SignerRecord): string {
  const known = identity === undefined ? '' : `; ${identity}`;
  if (notedBy !== null) return `on paper; ${notedBy} noted it, ${hasScan ? 'with a scan' : 'without a scan'}${known}`;
  const where = from === null ? '' : `, from ${from}`;
  if (isOurs) return `of the firm, signed in there with their own password${where}`;
  const by = email === null ? 'by a code sent to their own mailbox' : `by a code sent to ${email}`;
  return `in the portal, entered ${by}${textTo ? `, and by one sent as a text message to ${textTo}` : ''}${where}${known}`;
}

/** A hash in groups that can be compared by eye. */
export const grouped = (hash: string): string => hash.match(/.{1,8}/g)?.join(' ') ?? '';

const isText = (value: unknown): value is string => typeof value === 'string' && value.length <= 5000;
const isTextOrNone = (value: unknown) => value === null || isText(value);
const isMoment = (value: unknown) => isText(value) && !Number.isNaN(Date.parse(value));
const isList = (value: unknown, of: (one: Record<string, unknown>) => boolean) =>
  Array.isArray(value) && value.length <= 500 && value.every((one) => typeof one === 'object' && one !== null && of(one as Record<string, unknown>));

/**
 * Reads the record that a sealed file carries. What a stranger made is read as carefully as what we made.
 * @returns null where it is none, or of a form that is not known
 */
export function readRecord(text: string): SigningRecord | null {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    return null;
  }
  if (typeof given !== 'object' || given === null) return null;
  const { form, firm, client, title, document, askedBy, signers, steps, zone, terms = undefined } = given as Record<string, unknown>;
  const { name, bytes, sha256 } = (document ?? {}) as Record<string, unknown>;
  const isRecord =
    form === 'signing record 1' &&
    [firm, client, title, askedBy, name, zone].every(isText) &&
    Number.isInteger(bytes) &&
    typeof sha256 === 'string' &&
    /^[0-9a-f]{64}$/.test(sha256) &&
    isList(
      signers,
      (one) =>
        isText(one.name) &&
        isMoment(one.at) &&
        [one.signedAs, one.email, one.from, one.notedBy].every(isTextOrNone) &&
        isTextOrNone(one.textTo ?? null) &&
        [undefined, true].includes(one.isOurs as boolean | undefined) &&
        isTextOrNone(one.identity ?? null) &&
        typeof one.hasScan === 'boolean',
    ) &&
    (terms === undefined ||
      (typeof terms === 'object' && terms !== null && isText((terms as SigningTerms).name) && Number.isInteger((terms as SigningTerms).edition))) &&
    isList(steps, (one) => isText(one.who) && isText(one.did) && isMoment(one.at));
  if (!isRecord) return null;
  try {
    momentOnRecord('2026-01-01T00:00:00Z', zone as string);
  } catch {
    return null;
  }
  return given as SigningRecord;
}

/** As it is written into a file: plain letters only, so that it can be read whatever the file is taken for. */
export const recordText = (record: SigningRecord): string =>
  JSON.stringify(record).replace(/[^ -~]/g, (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`);

/**
 * The record that a signed copy carries: the last one in the file, which stands there as it is written. It proves nothing by itself;
 * what it stands in has to be sealed.
 *
 * @param text the file, a letter for each byte
 */
export function recordIn(text: string): SigningRecord | null {
  const start = text.lastIndexOf('{"form":"signing record 1"');
  return start < 0 ? null : readRecord(text.slice(start, text.indexOf('endstream', start)).trim());
}
