import { Area } from '../../platform/area';
import { ListFields } from '../../platform/lists';
import { FIELDS_OF_CLIENTS } from './job-fields';
import { JobActions } from './job-actions';
import { JobAsks } from './job-asks';
import { JobBatches } from './job-batches';
import { JobMovesService } from './job-moves.service';
import { JobStandingService } from './job-standing.service';
import { JobVersionsService } from './job-versions.service';
import { JobsController } from './jobs.controller';
import { JobQueries } from './jobs.queries';
import { JobsService } from './jobs.service';
import { TaskChangesService } from './task-changes.service';
import { TasksService } from './tasks.service';

@Area({
  controllers: [JobsController],
  services: [
    JobAsks,
    JobActions,
    JobMovesService,
    JobsService,
    TasksService,
    TaskChangesService,
    JobStandingService,
    JobBatches,
    JobVersionsService,
    JobQueries,
  ],
})
export class JobsModule {
  constructor(fields: ListFields) {
    fields.bring('clients', 'dueWhat', FIELDS_OF_CLIENTS);
  }
}
