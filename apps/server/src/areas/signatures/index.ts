export { SignaturesService } from './signatures.service';
export { SignatureFields } from './fields.service';
