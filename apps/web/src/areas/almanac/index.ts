/** What other areas use of this one. */
export { DeadlineTable } from './deadline-table';
export { EffectView, useForeseen } from './effect';
