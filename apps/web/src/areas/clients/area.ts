import { type Area, page, part } from '../../app/area';

export const clientsArea: Area = {
  pages: [
    page('clients', () => import('./clients-page'), 'ClientsPage'),
    page('clients/:id/:section?', () => import('./client-page'), 'ClientPage'),
    page('contacts/:id', () => import('./person-page'), 'PersonPage'),
    page('related/:id/:section?', () => import('./related-page'), 'RelatedPage'),
    page('firm/details', () => import('./details-page'), 'DetailsPage'),
  ],
  contents: { to: '/clients', words: 'Clients', at: 20 },
  firmPages: [{ to: '/firm/details', words: 'Details', at: 60 }],
  today: {
    above: part(() => import('./today'), 'NotesForYou'),
    groups: [{ at: 50, title: 'Waits for others', count: (today) => today.nobodyToWriteTo.count, Rows: part(() => import('./today'), 'NobodyToWriteTo') }],
  },
  clientSections: [
    {
      path: 'notes',
      words: 'Notes',
      at: 70,
      Words: part(() => import('./note-list'), 'NotesInWords', 'Notes'),
      Body: part(() => import('./note-list'), 'NoteList'),
    },
  ],
  keys: [
    { press: 'n c', does: 'new client', goTo: '/clients?new', at: 10, needs: 'change clients' },
    { press: 'n p', does: 'quick add a prospect', Opens: part(() => import('./passing-leaf'), 'NewInPassing'), at: 20, needs: 'change clients' },
  ],
  notFound: {
    at: 10,
    needs: 'change clients',
    words: (find) => `Add “${find}” as a prospect`,
    Opens: part(() => import('./passing-leaf'), 'NewInPassing'),
  },
  found: {
    client: { words: 'client', to: ({ id }) => `/clients/${id}` },
    contact: { words: 'person', to: ({ id }) => `/contacts/${id}` },
    related: { words: 'related clients', to: ({ id }) => `/related/${id}` },
  },
};
