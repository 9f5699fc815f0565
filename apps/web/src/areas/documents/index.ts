/** What other areas use of this one. */
export { AddDocument } from './add-document';
export { FolderField } from './folder-field';
