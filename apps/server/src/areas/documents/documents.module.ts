import { Area } from '../../platform/area';
import { WholeFileParts } from '../whole-file';
import { DocumentsController } from './documents.controller';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';

@Area({ controllers: [DocumentsController], services: [DocumentsService, DocumentQueries] })
export class DocumentsModule {
  constructor(file: WholeFileParts, queries: DocumentQueries) {
    file.bring(90, (work, of) => queries.wholeFile(work, of));
  }
}
