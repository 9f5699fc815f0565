import { Area } from '../../platform/area';
import { JobParts, JobsService } from '../jobs';
import { serviceOfJob } from './of-jobs.queries';
import { MessageDetails } from '../post';
import { WholeFileParts } from '../whole-file';
import { wholeFileOfServices } from './whole-file.queries';
import { SearchResults } from '../search';
import { servicesFound } from './found.queries';
import { ListFields } from '../../platform/lists';
import { RuleUses } from '../rules';
import { LinesService } from './lines.service';
import { PortalServicesService } from './portal-services.service';
import { ServicesController } from './services.controller';
import { ServicesPortalController } from './services-portal.controller';
import { ServiceQueries } from './services.queries';
import { ServicesService } from './services.service';
import { linesByRule } from './of-rules.queries';
import { FIELDS_OF_JOBS } from './service-fields';

@Area({ controllers: [ServicesController, ServicesPortalController], services: [ServicesService, LinesService, ServiceQueries, PortalServicesService] })
export class ServicesModule {
  constructor(fields: ListFields, file: WholeFileParts, job: JobParts, messages: MessageDetails, jobs: JobsService, rules: RuleUses, search: SearchResults) {
    search.bring(80, servicesFound);
    rules.bring(linesByRule);
    messages.bring(async (work, _client, jobId) => ({ values: { service: (await serviceOfJob(work, await jobs.get(work, jobId))).service ?? null } }));
    job.bring(serviceOfJob);
    file.bring(30, wholeFileOfServices);
    fields.bring('jobs', 'start', FIELDS_OF_JOBS);
  }
}
