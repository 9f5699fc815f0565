/** What other areas use of this one. */
export { AndMore, JobLines, Lines } from './lines';
