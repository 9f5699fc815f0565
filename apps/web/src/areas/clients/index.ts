/** What other areas use of this one. */
export { type ChosenClient, ClientField } from './client-field';
export { DetailInput } from './detail-inputs';
export { OpenedBy } from './opened-by';
