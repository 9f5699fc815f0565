import { type Area, page, part } from '../../app/area';

export const jobsArea: Area = {
  pages: [page('jobs', () => import('./jobs-page'), 'JobsPage'), page('jobs/:id/:section?', () => import('./job-page'), 'JobPage')],
  contents: { to: '/jobs', words: 'Jobs', at: 40 },
  clientSections: [
    { path: 'jobs', words: 'Jobs', at: 20, Body: part(() => import('./of-client'), 'JobsOfClient') },
    { path: 'history', words: 'History', at: 80, Body: part(() => import('./of-client'), 'HistoryOfClient') },
  ],
  jobSections: [
    { path: '', words: 'Work', at: 10, Body: part(() => import('./work-section'), 'WorkSection') },
    { path: 'history', words: 'History', at: 60, Body: part(() => import('./work-section'), 'HistorySection') },
  ],
  found: { job: (id) => `/jobs/${id}` },
};
