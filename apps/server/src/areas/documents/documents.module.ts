import { Area } from '../../platform/area';
import { DocumentsController } from './documents.controller';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';

@Area({ controllers: [DocumentsController], services: [DocumentsService, DocumentQueries] })
export class DocumentsModule {}
