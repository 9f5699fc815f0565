import { Integer, ObjectIdentifier, OctetString, Sequence } from 'asn1js';
import {
  AlgorithmIdentifier,
  Attribute,
  type Certificate,
  ContentInfo,
  EncapsulatedContentInfo,
  IssuerAndSerialNumber,
  MessageImprint,
  PKIStatusInfo,
  SignedAndUnsignedAttributes,
  SignedData,
  SignerInfo,
  TSTInfo,
  TimeStampReq,
  TimeStampResp,
} from 'pkijs';
import type { Temporal } from '../calendar';
import { type Sealer, certificateFrom } from './authority';
import { fromBase64 } from './base64';
import { keyAlgorithm } from './keys';
import { OID } from './names';

export const sha256 = (bytes: BufferSource): Promise<ArrayBuffer> => crypto.subtle.digest('SHA-256', bytes);
const keyOf = ({ key, certificate }: Sealer) => crypto.subtle.importKey('pkcs8', fromBase64(key), keyAlgorithm(certificateFrom(certificate))!, false, ['sign']);

/** Which certificate signed, so that it cannot be exchanged for another of the same key (RFC 5035; required by PAdES baseline B-B). */
async function signingCertificate(certificate: Certificate): Promise<Attribute> {
  const hash = new OctetString({ valueHex: await sha256(certificate.toSchema(true).toBER()) });
  const named = new Sequence({ value: [new Sequence({ value: [new Sequence({ value: [hash] })] })] });
  return new Attribute({ type: OID.signingCertificateV2, values: [named] });
}

/** @param content of which kind it is, and the content itself where it travels along */
async function signed(data: Uint8Array<ArrayBuffer>, content: { type: string; inside: boolean }, sealer: Sealer): Promise<SignedData> {
  const certificate = certificateFrom(sealer.certificate);
  const made = new SignedData({
    version: content.type === OID.data ? 1 : 3,
    encapContentInfo: new EncapsulatedContentInfo({
      eContentType: content.type,
      ...(content.inside ? { eContent: new OctetString({ valueHex: data.buffer }) } : {}),
    }),
    signerInfos: [
      new SignerInfo({
        version: 1,
        sid: new IssuerAndSerialNumber({ issuer: certificate.issuer, serialNumber: certificate.serialNumber }),
        signedAttrs: new SignedAndUnsignedAttributes({
          type: 0,
          attributes: [
            new Attribute({ type: OID.contentType, values: [new ObjectIdentifier({ value: content.type })] }),
            new Attribute({ type: OID.messageDigest, values: [new OctetString({ valueHex: await sha256(data) })] }),
            await signingCertificate(certificate),
          ],
        }),
      }),
    ],
    certificates: [certificate, ...sealer.issuers.map(certificateFrom)],
  });
  await made.sign(await keyOf(sealer), 0, 'SHA-256', content.inside ? undefined : data);
  return made;
}

const asContent = (made: SignedData) => new ContentInfo({ contentType: OID.signedData, content: made.toSchema(true) });
const derOf = (made: SignedData) => new Uint8Array(asContent(made).toSchema().toBER());

/**
 * A seal over bytes that do not travel in it: CMS with the signing certificate among what is signed (CAdES as PAdES baseline B-B wants
 * it), and, where an authority for the time answers, its stamp over the signature (B-T).
 *
 * @param stamp takes a request of RFC 3161 to a time authority, and brings its answer; null for none
 * @returns DER
 * @throws TypeError where the answer is none, or stamps something else
 */
export async function sealOver(
  data: Uint8Array<ArrayBuffer>,
  sealer: Sealer,
  stamp: ((request: Uint8Array) => Promise<Uint8Array>) | null,
): Promise<Uint8Array> {
  const made = await signed(data, { type: OID.data, inside: false }, sealer);
  if (stamp === null) return derOf(made);
  const signature = made.signerInfos[0]!.signature.valueBlock.valueHexView;
  const imprint = await sha256(Uint8Array.from(signature));
  const token = tokenIn(await stamp(requestFor(imprint)), imprint);
  made.signerInfos[0]!.unsignedAttrs = new SignedAndUnsignedAttributes({
    type: 1,
    attributes: [new Attribute({ type: OID.timeStampToken, values: [token.toSchema()] })],
  });
  return derOf(made);
}

const imprintOf = (hash: ArrayBuffer) =>
  new MessageImprint({ hashAlgorithm: new AlgorithmIdentifier({ algorithmId: OID.sha256 }), hashedMessage: new OctetString({ valueHex: hash }) });

const requestFor = (imprint: ArrayBuffer) =>
  new Uint8Array(new TimeStampReq({ version: 1, messageImprint: imprintOf(imprint), certReq: true }).toSchema().toBER());

const sameBytes = (a: ArrayBuffer | Uint8Array, b: ArrayBuffer | Uint8Array) => {
  const [one, other] = [new Uint8Array(a), new Uint8Array(b)];
  return one.length === other.length && one.every((byte, at) => byte === other[at]);
};

/** What a time stamp says: when, over which hash. @throws TypeError where it is none */
export function infoOf(token: ContentInfo): { at: Date; imprint: Uint8Array } {
  const inside = new SignedData({ schema: token.content }).encapContentInfo;
  if (inside.eContentType !== OID.timeStampInfo || !inside.eContent) throw new TypeError('This is no time stamp.');
  const { genTime, messageImprint } = TSTInfo.fromBER(Uint8Array.from(new Uint8Array(inside.eContent.getValue())));
  return { at: genTime, imprint: messageImprint.hashedMessage.valueBlock.valueHexView };
}

function tokenIn(answer: Uint8Array, imprint: ArrayBuffer): ContentInfo {
  const { status, timeStampToken } = TimeStampResp.fromBER(Uint8Array.from(answer));
  if (Number(status.status) > 1 || !timeStampToken) throw new TypeError('The time authority did not stamp it.');
  if (!sameBytes(infoOf(timeStampToken).imprint, imprint)) throw new TypeError('The time authority stamped something else.');
  return timeStampToken;
}

/** Policies of nobody in particular stand under this arc, for examples and trials. */
const POLICY = '1.3.6.1.4.1.32473.1';

/**
 * The answer of a time authority to a request (RFC 3161, 2.4): used by the stand-in for one.
 *
 * @param request DER
 * @param at the moment that is stamped
 */
export async function answerWithTime(request: Uint8Array, at: Temporal.Instant, sealer: Sealer): Promise<Uint8Array> {
  const { messageImprint, nonce } = TimeStampReq.fromBER(Uint8Array.from(request));
  const info = new TSTInfo({
    version: 1,
    policy: POLICY,
    messageImprint,
    serialNumber: new Integer({ valueHex: crypto.getRandomValues(new Uint8Array(8)).map((byte, place) => (place === 0 ? (byte & 0x3f) | 0x40 : byte)).buffer }),
    genTime: new Date(at.epochMilliseconds),
    ...(nonce ? { nonce } : {}),
  });
  const made = await signed(new Uint8Array(info.toSchema().toBER()), { type: OID.timeStampInfo, inside: true }, sealer);
  return new Uint8Array(new TimeStampResp({ status: new PKIStatusInfo({ status: 0 }), timeStampToken: asContent(made) }).toSchema().toBER());
}
