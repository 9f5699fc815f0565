import { Area } from '../../platform/area';
import { JobParts } from '../jobs';
import { WholeFileParts } from '../whole-file';
import { DocumentsController } from './documents.controller';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';

@Area({ controllers: [DocumentsController], services: [DocumentsService, DocumentQueries] })
export class DocumentsModule {
  constructor(file: WholeFileParts, queries: DocumentQueries, job: JobParts) {
    job.bring(async (work, of) => ({ documents: await queries.ofJob(work, of) }));
    file.bring(90, (work, of) => queries.wholeFile(work, of));
  }
}
