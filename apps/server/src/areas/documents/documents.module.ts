import { Area } from '../../platform/area';
import { JobParts, JobRecords } from '../jobs';
import { SearchResults } from '../search';
import { WholeFileParts } from '../whole-file';
import { DocumentsController } from './documents.controller';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';
import { documents } from './documents.tables';

@Area({ controllers: [DocumentsController], services: [DocumentsService, DocumentQueries] })
export class DocumentsModule {
  constructor(file: WholeFileParts, queries: DocumentQueries, job: JobParts, records: JobRecords, search: SearchResults) {
    search.bring(60, (work, looked) => queries.found(work, looked));
    records.hold(documents);
    job.bring(async (work, of) => ({ documents: await queries.ofJob(work, of) }));
    file.bring(90, (work, of) => queries.wholeFile(work, of));
  }
}
