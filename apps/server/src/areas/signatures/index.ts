export { SignatureFields } from './fields.service';
export { SignatureGiven, SignatureRefused, SignaturesService } from './signatures.service';
