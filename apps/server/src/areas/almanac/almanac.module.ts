import { Area } from '../../platform/area';
import { JobParts } from '../jobs';
import { ObligationOfJobs } from './of-jobs.queries';
import { WholeFileParts } from '../whole-file';
import { AlmanacWholeFile } from './whole-file.queries';
import { TodayParts } from '../today';
import { AlmanacToday } from './today.queries';
import { ListFields } from '../../platform/lists';
import { ClientParts } from '../clients';
import { FIELDS_OF_CLIENTS } from './almanac-fields';
import { AlmanacController } from './almanac.controller';
import { AlmanacQueries } from './almanac.queries';
import { AlmanacService } from './almanac.service';
import { EffectsController } from './effects.controller';
import { FeedsService } from './feeds.service';
import { OpenWorkBook } from './open-work.queries';
import { ClientEffects } from './client-effects.service';
import { PlanningService } from './planning.service';
import { RehearsalQueries } from './rehearsal.queries';
import { JobFilesController } from './job-files.controller';
import { JobFilesService } from './job-files.service';
import { SeasonService } from './season.service';
import { ObligationStatusService } from './obligation-status.service';
import { nextDueOfClient } from './of-clients.queries';

@Area({
  controllers: [AlmanacController, EffectsController, JobFilesController],
  services: [
    ObligationOfJobs,
    AlmanacWholeFile,
    AlmanacToday,
    PlanningService,
    ClientEffects,
    AlmanacService,
    ObligationStatusService,
    SeasonService,
    JobFilesService,
    FeedsService,
    RehearsalQueries,
    OpenWorkBook,
    AlmanacQueries,
  ],
})
export class AlmanacModule {
  constructor(
    fields: ListFields,
    today: TodayParts,
    deadlines: AlmanacToday,
    file: WholeFileParts,
    whole: AlmanacWholeFile,
    job: JobParts,
    obligation: ObligationOfJobs,
    client: ClientParts,
  ) {
    client.bring(nextDueOfClient);
    job.bring((work, of) => obligation.part(work, of));
    file.bring(20, (work, of) => whole.parts(work, of));
    today.bring((work, asked) => deadlines.part(work, asked));
    fields.bring('clients', 'way', FIELDS_OF_CLIENTS);
  }
}
