import type { SeenVersion, TheseJobs } from './jobs';
import type { ChangeJobs, CommonPhase, JobBatchView, JobsChanged, LookAtMove, ManyLookedAt, MoveJob, MovePreview, Moved } from './moves';
import type { JobToVersion, LookAtProcedure } from './procedures';
import type { MoveAsked } from './queries';
import { a, get, post } from './route';

/** `to` names the phase; without it the job would be finished. */
export const preview = get('/api/jobs/:id/move', 'do work', { query: a<MoveAsked>('MoveAsked'), answer: a<MovePreview>('MovePreview') });
export const move = post('/api/jobs/:id/move', 'do work', { input: a<MoveJob>('MoveJob'), answer: a<Moved>('Moved') });
export const approve = post('/api/jobs/:id/approve', 'do work', { input: a<SeenVersion>('SeenVersion') });
export const again = post('/api/job-actions/:id/again', 'do work', { once: true });
/** Leaves an action out that waits for its day. */
export const leaveOut = post('/api/job-actions/:id/leave-out', 'do work');
export const look = post('/api/jobs/together/look', 'do work', { input: a<LookAtMove>('LookAtMove'), answer: a<ManyLookedAt>('ManyLookedAt') });
/** The phases that some of these jobs have, in their order. */
export const phases = post('/api/jobs/together/phases', 'do work', { input: a<TheseJobs>('TheseJobs'), answer: a<CommonPhase[]>('CommonPhase[]') });
export const change = post('/api/jobs/together', 'do work', { input: a<ChangeJobs>('ChangeJobs'), answer: a<JobsChanged>('JobsChanged'), once: true });
export const undo = post('/api/jobs/together/:id/undo', 'do work', { answer: a<JobBatchView>('JobBatchView') });
/** What would become of the jobs in flight of a procedure that is changed. */
export const inFlight = post('/api/procedures/:id/in-flight', 'change services', {
  input: a<LookAtProcedure>('LookAtProcedure'),
  answer: a<JobToVersion[]>('JobToVersion[]'),
});
