export { DocumentChanges } from './document-changes.service';
export { DocumentHolds } from './document-holds';
export { documentFile, documentTitle } from './document-sql';
export { DocumentInsides } from './document-insides.service';
export { DocumentQueries } from './documents.queries';
export { type Document, DocumentsService } from './documents.service';
export { FoldersService } from './folders.service';
export { sendDocument } from './send-document';
