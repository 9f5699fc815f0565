export { JobQueries, REQUEST_ITEMS } from './jobs.queries';
export { ActionsDue, type Job, type JobAction, JobFinished, JobMovesService, JobReopened, type LookedAtMove, keyOf } from './job-moves.service';
export { JobsService } from './jobs.service';
export { type JobOfTask, type Task, TasksService } from './tasks.service';
export { TaskChangesService } from './task-changes.service';
export { JobStandingService } from './job-standing.service';
export type { Brought } from './jobs.tables';
export { JobBatches } from './job-batches';
export { JobVersionsService } from './job-versions.service';
