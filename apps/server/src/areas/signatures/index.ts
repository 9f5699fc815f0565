export { SignaturesService } from './signatures.service';
