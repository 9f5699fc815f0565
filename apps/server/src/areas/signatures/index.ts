export { SignatureHandedOn } from './change-signers.service';
export { ManySignatures } from './many-signatures.service';
export { SignatureGiven, SignatureRefused, SignaturesService } from './signatures.service';
export { SigningKinds } from './signing-kinds.service';
export { TermsService } from './terms.service';
