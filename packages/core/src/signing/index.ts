export { RECORD_FILE, type SignerRecord, type SigningRecord, type SigningStep, grouped, howConfirmed, momentOnRecord, readRecord, recordIn, recordText } from './record';
