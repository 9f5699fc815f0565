import { type Area, page } from '../../app/area';

export const proceduresArea: Area = {
  pages: [
    page('firm/procedures', () => import('./procedures-page'), 'ProceduresPage'),
    page('firm/procedures/:id', () => import('./procedure-page'), 'ProcedurePage'),
  ],
  firmPages: [{ to: '/firm/procedures', words: 'Procedures', at: 20, end: false }],
  found: { procedure: { words: 'procedure', to: ({ id }) => `/firm/procedures/${id}` } },
};
