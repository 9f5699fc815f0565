export { JobQueries, REQUEST_ITEMS } from './jobs.queries';
export { type Job, JobsService, type Task } from './jobs.service';
