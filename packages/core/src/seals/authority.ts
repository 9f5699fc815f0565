import { BitString, Integer, OctetString, Primitive, Sequence, Utf8String } from 'asn1js';
import { AttributeTypeAndValue, BasicConstraints, Certificate, ExtKeyUsage, Extension } from 'pkijs';
import type { Temporal } from '../calendar';
import { fromBase64, toBase64 } from './base64';
import { OID } from './names';

/** What seals: a certificate with those of the authorities above it, and its key. */
export interface Sealer {
  /** DER, Base64. */
  certificate: string;
  issuers: string[];
  /** PKCS #8, Base64. */
  key: string;
}

export interface WantedCertificate {
  /** What it is called, and whose it is. */
  name: string;
  organisation: string;
  from: Temporal.Instant;
  until: Temporal.Instant;
  /** It seals, it says what time it is, or it is an authority that makes others. */
  is: 'seal' | 'time' | 'authority';
}

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256' } as const;
/** Key usage as X.509 writes it: digital signature and commitment, or the signing of certificates and lists (RFC 5280, 4.2.1.3). */
const USAGE = { seal: [0b1100_0000, 6], time: [0b1000_0000, 7], authority: [0b0000_0110, 1] } as const;

/** As long as a serial number may be, and not negative (RFC 5280, 4.1.2.2). */
function newSerial(): Integer {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[0] = (bytes[0]! & 0x3f) | 0x40;
  return new Integer({ valueHex: bytes.buffer });
}

const keyId = async (key: CryptoKey) => crypto.subtle.digest('SHA-1', await crypto.subtle.exportKey('spki', key));
const dateOf = (at: Temporal.Instant) => new Date(at.epochMilliseconds);

async function extensionsOf(is: WantedCertificate['is'], own: CryptoKey, issuer: CryptoKey): Promise<Extension[]> {
  const [bits, unusedBits] = USAGE[is];
  const basic = new BasicConstraints(is === 'authority' ? { cA: true, pathLenConstraint: 0 } : {});
  const above = new Primitive({ idBlock: { tagClass: 3, tagNumber: 0 }, valueHex: await keyId(issuer) });
  return [
    new Extension({ extnID: OID.basicConstraints, critical: true, extnValue: basic.toSchema().toBER() }),
    new Extension({ extnID: OID.keyUsage, critical: true, extnValue: new BitString({ valueHex: new Uint8Array([bits]).buffer, unusedBits }).toBER() }),
    ...(is === 'time'
      ? [new Extension({ extnID: OID.extendedKeyUsage, critical: true, extnValue: new ExtKeyUsage({ keyPurposes: [OID.timeStamping] }).toSchema().toBER() })]
      : []),
    new Extension({ extnID: OID.subjectKey, extnValue: new OctetString({ valueHex: await keyId(own) }).toBER() }),
    new Extension({ extnID: OID.authorityKey, extnValue: new Sequence({ value: [above] }).toBER() }),
  ];
}

interface Keys {
  publicKey: CryptoKey;
  privateKey: CryptoKey;
}

async function certify({ name, organisation, from, until, is }: WantedCertificate, own: Keys, by: { certificate: Certificate; keys: Keys } | null) {
  const certificate = new Certificate();
  certificate.version = 2;
  certificate.serialNumber = newSerial();
  const called = [new AttributeTypeAndValue({ type: OID.organisation, value: new Utf8String({ value: organisation }) })];
  called.push(new AttributeTypeAndValue({ type: OID.commonName, value: new Utf8String({ value: name }) }));
  certificate.subject.typesAndValues = called;
  certificate.issuer.typesAndValues = by ? by.certificate.subject.typesAndValues : called;
  certificate.notBefore.value = dateOf(from);
  certificate.notAfter.value = dateOf(until);
  await certificate.subjectPublicKeyInfo.importKey(own.publicKey);
  certificate.extensions = await extensionsOf(is, own.publicKey, (by?.keys ?? own).publicKey);
  await certificate.sign((by?.keys ?? own).privateKey, 'SHA-256');
  return certificate;
}

const der = (certificate: Certificate) => toBase64(certificate.toSchema(true).toBER());

/**
 * A new certificate under an authority of its own, with a new key (ECDSA over P-256). The key of the authority is thrown away: it made
 * this one certificate, and nobody can make another in its name.
 */
export async function newSealer(wanted: WantedCertificate & { is: 'seal' | 'time' }): Promise<Sealer> {
  const newKeys = () => crypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const [above, own] = [await newKeys(), await newKeys()];
  const authority = await certify({ ...wanted, name: `${wanted.organisation}, authority`, is: 'authority' }, above, null);
  const certificate = await certify(wanted, own, { certificate: authority, keys: above });
  return { certificate: der(certificate), issuers: [der(authority)], key: toBase64(await crypto.subtle.exportKey('pkcs8', own.privateKey)) };
}

export const certificateFrom = (base64: string): Certificate => Certificate.fromBER(fromBase64(base64));

/** The name by which a certificate is trusted: SHA-256 of it, in groups of four digits. @param certificate DER */
export async function fingerprintOf(certificate: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', certificate));
  const digits = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return digits.toUpperCase().match(/.{4}/g)!.join(' ');
}
