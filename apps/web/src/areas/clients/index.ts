/** What other areas use of this one. */
export { ClientField } from './client-field';
export { DetailInput } from './detail-inputs';
