import { type SealChecked, checkSeals, latin1 } from '../seals';
import { type SigningRecord, recordIn } from './record';

/** What is found in a file that may be a signed copy. */
export interface SignedFile {
  seals: SealChecked[];
  /** The record that it carries, where the last seal holds and covers the whole file: anything else may have been put there by anybody. */
  record: SigningRecord | null;
  /** It begins with the very bytes that were given for signature; null where there is no record that says which. */
  beginsAsSigned: boolean | null;
}

async function beginsWith(file: Uint8Array, { document: { bytes, sha256 } }: SigningRecord): Promise<boolean> {
  if (bytes > file.length) return false;
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', file.slice(0, bytes)));
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('') === sha256;
}

/** Checks a file by itself: its seals, its record, and that the record speaks of the pages before it. */
export async function checkSigned(file: Uint8Array): Promise<SignedFile> {
  const seals = await checkSeals(file);
  const last = seals.at(-1);
  const record = last?.holds && last.added === 0 ? recordIn(latin1(file)) : null;
  return { seals, record, beginsAsSigned: record && (await beginsWith(file, record)) };
}

/** A certificate as the firm publishes it. */
export interface PublishedCertificate {
  fingerprint: string;
  /** When another one took its place, ISO moment. */
  replacedAt: string | null;
}

/** What is to be thought of a file, most important first. */
export interface SealVerdict {
  is: 'whole' | 'to be asked about' | 'not to be relied on';
  title: string;
  lines: string[];
}

/**
 * Says in words what the check of a file comes to.
 *
 * @param firm of whom it is checked, with the certificates that it publishes; null where nobody's are known
 * @param said how a moment is said
 */
export function sealVerdict(
  { seals, beginsAsSigned }: SignedFile,
  firm: { name: string; certificates: readonly PublishedCertificate[] } | null,
  said: (moment: string) => string,
): SealVerdict {
  const last = seals.at(-1);
  if (!last)
    return {
      is: 'not to be relied on',
      title: 'This file carries no seal',
      lines: ['It may be a print or a scan of the sealed file, or was saved anew by a program. Ask for the file as it was sent.'],
    };
  const broken = seals.find(({ holds }) => !holds);
  if (broken)
    return {
      is: 'not to be relied on',
      title: 'The seal of this file is broken',
      lines: [broken.wrong!, 'Do not rely on it. Ask for the file as it was sent.'],
    };
  const ours = firm?.certificates.find(({ fingerprint }) => fingerprint === last.fingerprint);
  const when = last.stamp
    ? `It was sealed ${said(last.stamp.at)}, as ${last.stamp.by} stamped it.`
    : 'It carries no time stamp: nobody else vouches for when it was sealed.';
  if (last.added > 0)
    return {
      is: 'to be asked about',
      title: 'Something was added after it was sealed',
      lines: [`What ${last.by} sealed is unchanged. ${last.added} bytes stand behind it that the seal does not cover.`, when],
    };
  if (firm && !ours)
    return {
      is: 'to be asked about',
      title: `It is not sealed by ${firm.name}`,
      lines: [
        `It is unchanged, and its seal says “${last.by}”: anybody can write that name. Its fingerprint is none of those that ${firm.name} publishes.`,
        when,
      ],
    };
  if (ours?.replacedAt && (!last.stamp || last.stamp.at > new Date(ours.replacedAt).toISOString()))
    return {
      is: 'to be asked about',
      title: 'It was sealed with a certificate that had been replaced',
      lines: [`${firm!.name} put another certificate in its place ${said(ours.replacedAt)}. Ask there.`, when],
    };
  const whole = firm ? `Sealed by ${firm.name}, and unchanged since` : `Sealed, and unchanged since`;
  return {
    is: beginsAsSigned === false ? 'to be asked about' : 'whole',
    title: beginsAsSigned === false ? 'Its record speaks of another document' : whole,
    lines: [
      ...(firm ? [] : [`The seal says “${last.by}”. Compare its fingerprint with the one that they publish.`]),
      when,
      ...(beginsAsSigned === true ? ['The pages before the signing record are, byte for byte, the document that was given for signature.'] : []),
      ...(beginsAsSigned === false ? ['The pages before the signing record are not the document that it names. Ask for the file as it was sent.'] : []),
      ...(seals.length > 1
        ? [
            `It came with ${seals.length - 1 === 1 ? 'another seal' : `${seals.length - 1} other seals`} before this one, which ${seals.length - 1 === 1 ? 'holds' : 'hold'} too.`,
          ]
        : []),
    ],
  };
}
