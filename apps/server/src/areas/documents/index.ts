export { DocumentQueries } from './documents.queries';
export { type Document, DocumentsService } from './documents.service';
export { sendDocument } from './send-document';
