export { DocumentQueries } from './documents.queries';
export { DocumentsService } from './documents.service';
export { sendDocument } from './send-document';
