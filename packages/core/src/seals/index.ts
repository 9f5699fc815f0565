export { type Sealer, type WantedCertificate, certificateFrom, fingerprintOf, newSealer } from './authority';
export { CannotSeal, namesOn, sealerFromPkcs12 } from './brought';
export { fromBase64, toBase64 } from './base64';
export { type SealFound, type SealPlace, SEAL_BYTES, latin1, sealToCome, sealedPart, sealsIn, withItsPlace, withSeal } from './byte-range';
export { type SealChecked, checkSeals } from './check';
export { answerWithTime, sealOver } from './cms';
