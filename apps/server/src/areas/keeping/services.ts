/** Apart from what other areas bring their parts to: these know of documents and clients. */
export { HoldsService } from './holds.service';
export { PeriodsService } from './periods.service';
