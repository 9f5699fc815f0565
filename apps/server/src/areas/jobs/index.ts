export { JobQueries, REQUEST_ITEMS } from './jobs.queries';
export { type Job, JobFinished, type JobOfTask, JobsService, type Task } from './jobs.service';
export { JobStandingService } from './job-standing.service';
