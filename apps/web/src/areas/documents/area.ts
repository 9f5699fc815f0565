import { type Area, page, part } from '../../app/area';

export const documentsArea: Area = {
  pages: [page('documents', () => import('./documents-page'), 'DocumentsPage')],
  contents: { to: '/documents', words: 'Documents', at: 50 },
  found: { document: { words: 'document', to: ({ within }) => `/clients/${within}/documents` } },
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
