export { IdentityNote } from './identity-note';
