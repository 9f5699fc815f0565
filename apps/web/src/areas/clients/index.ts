/** What other areas use of this one. */
export { Alike } from './alike';
export { type ChosenClient, ClientField } from './client-field';
export { DetailInput } from './detail-inputs';
export { OpenedBy } from './opened-by';
