import { Certificate, ContentInfo, SignedData } from 'pkijs';
import { type SealFound, sealedPart, sealsIn } from './byte-range';
import { fingerprintOf } from './authority';
import { infoOf, sha256 } from './cms';
import { OID } from './names';

/** What is found of one seal in a file. */
export interface SealChecked {
  /** Whose it is, as its certificate says: nobody but its fingerprint proves that. */
  by: string;
  /** SHA-256 of its certificate, in groups of four. */
  fingerprint: string;
  /** Of when to when the certificate is good, ISO moments. */
  from: string;
  until: string;
  /** When it was sealed, and who says so; null where it carries no time stamp that holds. */
  stamp: { at: string; by: string } | null;
  /** The seal holds, over the bytes that it names. */
  holds: boolean;
  /** Why not, in a sentence; null where it does. */
  wrong: string | null;
  /** Bytes that were added behind what it seals. */
  added: number;
}

const nameOf = (certificate: Certificate): string => {
  const named = (type: string) => certificate.subject.typesAndValues.find((one) => one.type === type)?.value.valueBlock.value;
  return named(OID.organisation) ?? named(OID.commonName) ?? 'nobody by name';
};

const certificates = (of: SignedData) => (of.certificates ?? []).filter((one): one is Certificate => one instanceof Certificate);
function signerOf(of: SignedData): Certificate | null {
  const sid = of.signerInfos[0]?.sid as { issuer?: Certificate['issuer']; serialNumber?: Certificate['serialNumber'] } | undefined;
  return certificates(of).find(({ issuer, serialNumber }) => sid?.issuer?.isEqual(issuer) && sid.serialNumber?.isEqual(serialNumber)) ?? null;
}
const derOf = (certificate: Certificate) => new Uint8Array(certificate.toSchema(true).toBER());
const isSame = (a: Uint8Array, b: Uint8Array) => a.length === b.length && a.every((byte, at) => byte === b[at]);

/** Whether the certificate that signed is the one that was meant: what names it stands among what is signed. */
async function namesItself(of: SignedData, certificate: Certificate): Promise<boolean> {
  const named = of.signerInfos[0]!.signedAttrs?.attributes.find(({ type }) => type === OID.signingCertificateV2);
  if (!named) return false;
  const inside = new Uint8Array((named.values[0] as { toBER(): ArrayBuffer }).toBER());
  const hash = new Uint8Array(await sha256(derOf(certificate)));
  // The hash is the last of the sequence, or is followed by the issuer: it is looked for, and nothing else is as long as it and equal.
  return inside.some((_, at) => isSame(inside.subarray(at, at + hash.length), hash));
}

async function verifies(of: SignedData, data?: Uint8Array<ArrayBuffer>): Promise<boolean> {
  try {
    return await of.verify({ signer: 0, checkChain: false, ...(data ? { data: data.buffer } : {}) });
  } catch {
    return false;
  }
}

async function stampOf(of: SignedData): Promise<SealChecked['stamp']> {
  const signer = of.signerInfos[0]!;
  const held = signer.unsignedAttrs?.attributes.find(({ type }) => type === OID.timeStampToken);
  if (!held) return null;
  try {
    const token = new ContentInfo({ schema: held.values[0] });
    const { at, imprint } = infoOf(token);
    const signature = Uint8Array.from(signer.signature.valueBlock.valueHexView);
    const inside = new SignedData({ schema: token.content });
    const by = signerOf(inside);
    const isOver = isSame(new Uint8Array(await sha256(signature)), imprint);
    return by && isOver && (await verifies(inside, signature)) ? { at: at.toISOString(), by: nameOf(by) } : null;
  } catch {
    return null;
  }
}

const NOTHING = { by: 'nobody', fingerprint: '', from: '', until: '', stamp: null };

async function checked(file: Uint8Array, found: SealFound): Promise<SealChecked> {
  const added = file.length - found.whole;
  const broken = (wrong: string, more: Partial<SealChecked> = {}) => ({ ...NOTHING, ...more, holds: false, wrong, added });
  let of: SignedData;
  try {
    of = new SignedData({ schema: ContentInfo.fromBER(found.seal).content });
  } catch {
    return broken('The seal cannot be read.');
  }
  const certificate = signerOf(of);
  if (!certificate) return broken('The seal carries no certificate of whoever made it.');
  const said = {
    by: nameOf(certificate),
    fingerprint: await fingerprintOf(derOf(certificate)),
    from: certificate.notBefore.value.toISOString(),
    until: certificate.notAfter.value.toISOString(),
    stamp: await stampOf(of),
  };
  if (!(await verifies(of, sealedPart(file, found)))) return broken('What was sealed was changed after it was sealed.', said);
  if (!(await namesItself(of, certificate))) return broken('The seal does not say with which certificate it was made.', said);
  if (said.stamp && (said.stamp.at < said.from || said.stamp.at > said.until)) return broken('It was sealed when the certificate was not good.', said);
  return { ...said, holds: true, wrong: null, added };
}

/**
 * Checks every seal in a PDF, in the order in which they were put there: nothing is asked of anybody, the file is enough. Whether a
 * certificate is whose it says is not known from the file; that is what its published fingerprint is for.
 *
 * @param file the whole file, as it was received
 * @returns nothing where it carries no seal
 */
export async function checkSeals(file: Uint8Array): Promise<SealChecked[]> {
  const all: SealChecked[] = [];
  for (const found of sealsIn(file)) all.push(await checked(file, found));
  return all;
}
