/** What other areas use of this one. */
export { JobList } from './job-list';
export { NewJobLeaf } from './new-job-leaf';
