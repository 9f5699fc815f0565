import * as movesRoutes from '@steady/contract/moves.routes';
import { counted } from '@steady/core/words';
import { send } from '../../app/api';
import { type Area, page, part } from '../../app/area';

export const jobsArea: Area = {
  pages: [page('jobs', () => import('./jobs-page'), 'JobsPage'), page('jobs/:id/:section?', () => import('./job-page'), 'JobPage')],
  contents: { to: '/jobs', words: 'Jobs', at: 40 },
  today: {
    own: part(() => import('./today'), 'OwnTasks'),
    ownSays: ({ tasks: { count }, tasksOverdue }) => ({
      words: `${count === 0 ? 'no task' : counted(count, 'task')} of yours`,
      beside: tasksOverdue > 0 ? `${tasksOverdue} overdue` : null,
    }),
    groups: [
      {
        at: 40,
        id: 'waits',
        title: 'Waits for others',
        count: (today) => today.waiting.jobs,
        says: ({ waiting: { jobs } }) => ({
          words: jobs === 0 ? 'nothing waits for clients' : `${counted(jobs, 'job')} ${jobs === 1 ? 'waits' : 'wait'} for clients`,
        }),
        Rows: part(() => import('./today'), 'WaitingLine'),
      },
      { at: 60, title: 'Ready to move: see what will happen', count: (today) => today.asking.count, Rows: part(() => import('./today'), 'AskingLines') },
      { at: 70, title: 'A second person has to approve', count: (today) => today.toApprove.count, Rows: part(() => import('./today'), 'ToApproveLines') },
      { at: 80, title: 'Blocked', count: (today) => today.stuck.count, Rows: part(() => import('./today'), 'StuckLines') },
      { at: 90, title: 'On hold', count: (today) => today.onHold.count, Rows: part(() => import('./today'), 'OnHoldLines') },
      { at: 100, title: 'Nobody is on it', count: (today) => today.nobodyOnIt.count, Rows: part(() => import('./today'), 'NobodyOnItLines') },
    ],
  },
  tryAgain: { action: (id) => send(movesRoutes.again, { id }) },
  clientSections: [
    { path: 'jobs', words: 'Jobs', at: 20, Body: part(() => import('./of-client'), 'JobsOfClient') },
    { path: 'history', words: 'History', at: 80, Body: part(() => import('./of-client'), 'HistoryOfClient') },
  ],
  jobSections: [
    { path: '', words: 'Work', at: 10, Body: part(() => import('./work-section'), 'WorkSection') },
    { path: 'history', words: 'History', at: 60, Body: part(() => import('./work-section'), 'HistorySection') },
  ],
  clientActs: [{ at: 10, words: 'New job', needs: 'do work', Opens: part(() => import('./new-job-leaf'), 'NewJobLeaf') }],
  found: { job: { words: 'job', to: ({ id }) => `/jobs/${id}` } },
};
