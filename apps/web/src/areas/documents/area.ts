import { type Area, page, part } from '../../app/area';

export const documentsArea: Area = {
  pages: [page('papers', () => import('./documents-page'), 'DocumentsPage')],
  contents: { to: '/documents', words: 'Documents', at: 50 },
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
