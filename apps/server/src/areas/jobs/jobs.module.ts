import { Area } from '../../platform/area';
import { WholeFileParts } from '../whole-file';
import { JobsWholeFile } from './whole-file.queries';
import { SearchResults } from '../search';
import { TodayParts } from '../today';
import { JobsToday } from './today.queries';
import { ListFields } from '../../platform/lists';
import { ClientParts } from '../clients';
import { MessageDetails } from '../post';
import { TeamParts } from '../team';
import { FIELDS_OF_CLIENTS } from './job-fields';
import { JobActions } from './job-actions';
import { JobReadiness } from './job-readiness.service';
import { JobRecords } from './job-records.service';
import { JobParts } from './job-parts';
import { JobAsks } from './job-asks';
import { JobBatches } from './job-batches.service';
import { JobMovesService } from './job-moves.service';
import { JobStatusService } from './job-status.service';
import { JobVersionsService } from './job-versions.service';
import { JobsController } from './jobs.controller';
import { JobQueries } from './jobs.queries';
import { JobsService } from './jobs.service';
import { TaskChangesService } from './task-changes.service';
import { TasksService } from './tasks.service';

@Area({
  controllers: [JobsController],
  services: [
    JobsWholeFile,
    JobsToday,
    JobAsks,
    JobActions,
    JobParts,
    JobRecords,
    JobMovesService,
    JobsService,
    TasksService,
    TaskChangesService,
    JobStatusService,
    JobReadiness,
    JobBatches,
    JobVersionsService,
    JobQueries,
  ],
})
export class JobsModule {
  constructor(
    fields: ListFields,
    today: TodayParts,
    own: JobsToday,
    search: SearchResults,
    queries: JobQueries,
    file: WholeFileParts,
    whole: JobsWholeFile,
    client: ClientParts,
    messages: MessageDetails,
    jobs: JobsService,
    team: TeamParts,
    tasks: TasksService,
  ) {
    team.bringOpenTasks((work) => tasks.openTasksByPerson(work));
    messages.bring((work, clientId, jobId) => jobs.forMessages(work, clientId, jobId));
    client.bring((work, id) => queries.ofClient(work, id));
    file.bring(40, (work, of) => whole.parts(work, of));
    search.bring(20, (work, looked) => queries.found(work, looked));
    today.bring((work, asked) => own.part(work, asked));
    today.bringFailures((work, most) => own.failures(work, most));
    fields.bring('clients', 'dueWhat', FIELDS_OF_CLIENTS);
  }
}
