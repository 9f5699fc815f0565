export { type PublishedCertificate, type SealVerdict, type SignedFile, checkSigned, sealVerdict } from './check';
export {
  RECORD_FILE,
  type SignerRecord,
  type SigningRecord,
  type SigningStep,
  grouped,
  howConfirmed,
  momentOnRecord,
  readRecord,
  recordIn,
  recordText,
} from './record';
