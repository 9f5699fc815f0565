import { fromBER } from 'asn1js';
import { Certificate, PFX, PKCS8ShroudedKeyBag, PrivateKeyInfo, type SafeBag } from 'pkijs';
import { Temporal } from '../calendar';
import { type Sealer, certificateFrom } from './authority';
import { toBase64 } from './base64';
import { keyAlgorithm } from './keys';
import { OID } from './names';

/** Why a certificate that was brought cannot seal, in a sentence that says what to do. */
export class CannotSeal extends Error {
  constructor(
    why: string,
    /** The file may be right, and what was typed is not. */
    readonly isOfPassword = false,
  ) {
    super(why);
  }
}

/** So many bytes of certificates have room in a seal beside the signature and the time stamp. */
const ROOM = 7_000;

const BAG = { key: '1.2.840.113549.1.12.10.1.1', lockedKey: '1.2.840.113549.1.12.10.1.2', certificate: '1.2.840.113549.1.12.10.1.3' } as const;

/** Its types hide what opens it. */
interface Locked {
  parseInternalValues(by: { password: ArrayBuffer }): Promise<void>;
}

/** What of a PKCS #12 file was locked with a password, and is open now (RFC 7292). */
async function opened(file: Uint8Array<ArrayBuffer>, password: string): Promise<{ keys: PrivateKeyInfo[]; certificates: Certificate[] }> {
  const secret = new TextEncoder().encode(password).buffer;
  let pfx: PFX;
  try {
    const { result, offset } = fromBER(file);
    if (offset < 0) throw new TypeError('No ASN.1');
    pfx = new PFX({ schema: result });
  } catch {
    throw new CannotSeal('This is no PKCS #12 file. It ends in .p12 or .pfx, and comes from whoever issued the certificate.');
  }
  try {
    await pfx.parseInternalValues({ password: secret, checkIntegrity: true });
  } catch {
    throw new CannotSeal('The password does not open it. Type it again, as it came with the certificate.', true);
  }
  const safe = pfx.parsedValue!.authenticatedSafe!;
  const bags: SafeBag[] = [];
  try {
    await safe.parseInternalValues({ safeContents: safe.safeContents.map(() => ({ password: secret })) });
    const { safeContents } = safe.parsedValue as { safeContents: { value: { safeBags: SafeBag[] } }[] };
    for (const { value } of safeContents) bags.push(...value.safeBags);
    for (const { bagValue } of bags)
      if (bagValue instanceof PKCS8ShroudedKeyBag) await (bagValue as unknown as Locked).parseInternalValues({ password: secret });
  } catch {
    throw new CannotSeal(
      'It is locked in an old way that is not safe any more (RC2 or Triple DES). Have it made anew with AES, as every program of today does, then bring that.',
    );
  }
  const keys = bags.flatMap(({ bagValue }) =>
    bagValue instanceof PKCS8ShroudedKeyBag && bagValue.parsedValue ? [bagValue.parsedValue] : bagValue instanceof PrivateKeyInfo ? [bagValue] : [],
  );
  const certificates = bags.flatMap(({ bagId, bagValue }) => {
    const inside = bagId === BAG.certificate ? (bagValue as { parsedValue?: unknown }).parsedValue : null;
    return inside instanceof Certificate ? [inside] : [];
  });
  return { keys, certificates };
}

const der = (certificate: Certificate) => toBase64(certificate.toSchema(true).toBER());

/** Whether a key and a certificate belong together: what the one signs, the other verifies. */
async function belongs(key: PrivateKeyInfo, certificate: Certificate): Promise<boolean> {
  const algorithm = keyAlgorithm(certificate);
  if (algorithm === null) return false;
  try {
    const own = await crypto.subtle.importKey('pkcs8', key.toSchema().toBER(), algorithm, false, ['sign']);
    const spki = certificate.subjectPublicKeyInfo.toSchema().toBER();
    const theirs = await crypto.subtle.importKey('spki', spki, algorithm, false, ['verify']);
    const probe = new Uint8Array(16);
    const by = { ...algorithm, hash: 'SHA-256' };
    return await crypto.subtle.verify(by, theirs, await crypto.subtle.sign(by, own, probe), probe);
  } catch {
    return false;
  }
}

/** Whether a certificate may sign: where it says for what it is, signatures or commitments are among that (RFC 5280, 4.2.1.3). */
function maySign(certificate: Certificate): boolean {
  const usage = certificate.extensions?.find(({ extnID }) => extnID === OID.keyUsage);
  if (!usage) return true;
  const bits = (fromBER(usage.extnValue.valueBlock.valueHexView).result.valueBlock as { valueHexView?: Uint8Array }).valueHexView;
  return bits !== undefined && ((bits[0] ?? 0) & 0b1100_0000) !== 0;
}

/**
 * What seals, out of a PKCS #12 file that an authority issued: the certificate to which the key in it belongs, and those above it.
 *
 * @param file as it was received
 * @param password that locks it; empty where none does
 * @param at the moment at which it is to be good
 * @throws CannotSeal where it does not open, has no key, is not good at that moment, may not sign, or has a key of another kind than RSA and elliptic curves
 */
export async function sealerFromPkcs12(
  file: Uint8Array<ArrayBuffer>,
  password: string,
  at: Temporal.Instant,
): Promise<{ sealer: Sealer; from: Temporal.Instant; until: Temporal.Instant }> {
  const { keys, certificates } = await opened(file, password);
  const [key] = keys;
  if (!key) throw new CannotSeal('There is no key in it, so that nothing can be sealed with it. Bring the file that has both the certificate and its key.');
  let own: Certificate | undefined;
  for (const one of certificates) if (own === undefined && (await belongs(key, one))) own = one;
  if (!own)
    throw new CannotSeal(
      'No certificate in it belongs to its key, or the key is of a kind that is not known here. Keys of RSA and of the curves P-256, P-384 and P-521 are.',
    );
  const moment = (date: Date) => Temporal.Instant.from(date.toISOString());
  const [from, until] = [moment(own.notBefore.value), moment(own.notAfter.value)];
  if (Temporal.Instant.compare(at, until) > 0) throw new CannotSeal('It has run out already. Ask whoever issued it for a new one.');
  if (Temporal.Instant.compare(at, from) < 0) throw new CannotSeal('It is not good yet. Bring it on the day from which it is.');
  if (!maySign(own)) throw new CannotSeal('It is not meant for signing, as it says itself. Ask whoever issued it for one that is.');
  const above = certificates.filter((one) => one !== own).map(der);
  if ([der(own), ...above].join('').length * 0.75 > ROOM)
    throw new CannotSeal('It brings more certificates along than a seal has room for. Bring it with those alone that lead to its authority.');
  return {
    sealer: { certificate: der(own), issuers: above, key: toBase64(key.toSchema().toBER()) },
    from,
    until,
  };
}

/**
 * To whom a certificate was issued, and by whom, as it says itself.
 * @param certificate DER, Base64
 */
export function namesOn(certificate: string): { to: string; by: string } {
  const { subject, issuer } = certificateFrom(certificate);
  const named = ({ typesAndValues }: Certificate['subject']) => {
    const of = (type: string) => typesAndValues.find((one) => one.type === type)?.value.valueBlock.value;
    return of(OID.organisation) ?? of(OID.commonName) ?? 'nobody by name';
  };
  return { to: named(subject), by: named(issuer) };
}
