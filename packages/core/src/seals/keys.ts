import { ObjectIdentifier } from 'asn1js';
import type { Certificate } from 'pkijs';

const RSA = '1.2.840.113549.1.1.1';
const CURVES: Record<string, string | undefined> = { '1.2.840.10045.3.1.7': 'P-256', '1.3.132.0.34': 'P-384', '1.3.132.0.35': 'P-521' };

/**
 * With what the key of a certificate signs, as the Web Cryptography API names it.
 * @returns null for a kind of key with which nothing is sealed here
 */
export function keyAlgorithm({ subjectPublicKeyInfo: { algorithm } }: Certificate): RsaHashedImportParams | EcKeyImportParams | null {
  if (algorithm.algorithmId === RSA) return { name: 'RSASSA-PKCS1-v1_5', hash: 'SHA-256' };
  const { algorithmParams: curve } = algorithm as { algorithmParams?: unknown };
  const namedCurve = curve instanceof ObjectIdentifier ? CURVES[curve.valueBlock.toString()] : undefined;
  return namedCurve === undefined ? null : { name: 'ECDSA', namedCurve };
}
