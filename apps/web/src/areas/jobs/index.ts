/** What other areas use of this one. */
export { InOpenJob } from './in-open-job';
export { JobList } from './job-list';
export { NewJobLeaf } from './new-job-leaf';
