/** What other areas use of this one. */
export { BeforeStarting } from './before-starting';
export { DONE_BY_WORDS } from './pieces';
