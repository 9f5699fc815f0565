export { DocumentHolds } from './document-holds';
export { DocumentQueries } from './documents.queries';
export { type Document, DocumentsService } from './documents.service';
export { FoldersService } from './folders.service';
export { sendDocument } from './send-document';
