export { SignatureQueries } from './signatures.queries';
export { SignaturesService } from './signatures.service';
