/** What other areas use of this one. */
export { BeforeStarting, OnPaperBeforeStarting, useBeforeStarting } from './before-starting';
export { DONE_BY_WORDS } from './pieces';
