import { type Area, page, part } from '../../app/area';

export const documentsArea: Area = {
  pages: [page('documents', () => import('./documents-page'), 'DocumentsPage'), page('firm/folders', () => import('./folders-page'), 'FoldersPage')],
  contents: { to: '/documents', words: 'Documents', at: 50 },
  firmPages: [{ to: '/firm/folders', words: 'Folders', at: 28 }],
  found: { document: { words: 'document', to: ({ id, within }) => `/clients/${within}/documents?open=${id}` } },
  clientSections: [{ path: 'documents', words: 'Documents', at: 40, Body: part(() => import('./document-list'), 'DocumentList') }],
  jobSections: [
    {
      path: 'documents',
      words: 'Documents',
      at: 30,
      Words: part(() => import('./document-list'), 'DocumentsInWords', 'Documents'),
      Body: part(() => import('./document-list'), 'DocumentsOfJob'),
    },
  ],
};
