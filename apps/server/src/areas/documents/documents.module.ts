import { titleOf } from '@steady/core/documents';
import { Area } from '../../platform/area';
import { JobParts, JobRecords } from '../jobs';
import { KeptParts, PersonParts } from '../keeping';
import { OpenedThings } from '../portal';
import { SearchResults } from '../search';
import { WholeFileParts } from '../whole-file';
import { DocumentChanges } from './document-changes.service';
import { DocumentHolds } from './document-holds';
import { DocumentInsides } from './document-insides.service';
import { DocumentsKept } from './documents-kept.queries';
import { DocumentsPortalController } from './documents-portal.controller';
import { DocumentsOfPortal } from './documents-portal.queries';
import { DocumentsController } from './documents.controller';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';
import { documents } from './documents.tables';
import { FilesKeptQueries } from './files-kept.queries';
import { FoldersController } from './folders.controller';
import { FoldersService } from './folders.service';
import { UploadsController } from './uploads.controller';

@Area({
  controllers: [DocumentsController, FoldersController, UploadsController, DocumentsPortalController],
  services: [
    DocumentHolds,
    FoldersService,
    DocumentsService,
    DocumentChanges,
    DocumentInsides,
    DocumentQueries,
    FilesKeptQueries,
    DocumentsKept,
    DocumentsOfPortal,
  ],
})
export class DocumentsModule {
  constructor(
    file: WholeFileParts,
    queries: DocumentQueries,
    job: JobParts,
    records: JobRecords,
    search: SearchResults,
    holds: DocumentHolds,
    kept: KeptParts,
    people: PersonParts,
    ofTime: DocumentsKept,
    opened: OpenedThings,
    papers: DocumentsOfPortal,
  ) {
    opened.bring('document', async (work, id) => {
      const document = await papers.readable(work, id);
      return { clientId: document.clientId, what: titleOf(document) };
    });
    kept.bring(ofTime);
    people.bring(50, ofTime);
    search.bring(60, (work, looked) => queries.found(work, looked));
    records.hold(documents);
    job.bring(async (work, of) => ({ documents: await queries.ofJob(work, of) }));
    holds.bring((work, ids) => queries.bills(work, ids));
    file.bring(90, (work, of) => queries.wholeFile(work, of));
  }
}
