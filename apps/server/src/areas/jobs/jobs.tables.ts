import { index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { JobStatus } from '@steady/contract/jobs';
import type { RequestPlan, TaskPlan, TaskRole } from '@steady/core/procedures';
import { day, firmId, id, moment, money, ofSeenClient, ofSeenJob, ownFirm, version } from '../../platform/database';

/** A phase as it was laid out for this job, and when the job passed through it. */
export interface JobPhase {
  key: string;
  name: string;
  request: RequestPlan | null;
  enteredAt: string | null;
  doneAt: string | null;
}

export const jobs = pgTable(
  'jobs',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    number: integer('number').notNull(),
    name: text('name').notNull(),
    clientId: uuid('client_id').notNull(),
    lineId: uuid('line_id').notNull(),
    serviceId: uuid('service_id').notNull(),
    obligationId: uuid('obligation_id'),
    periodStart: day('period_start').notNull(),
    periodEnd: day('period_end').notNull(),
    startOn: day('start_on').notNull(),
    targetOn: day('target_on').notNull(),
    dueOn: day('due_on').notNull(),
    status: text('status').$type<JobStatus>().notNull(),
    holdReason: text('hold_reason'),
    /** Key of the phase in which it stands; null when finished. */
    phase: text('phase'),
    phases: jsonb('phases').$type<JobPhase[]>().notNull(),
    passedOver: jsonb('passed_over').$type<{ name: string; why: string }[]>().notNull(),
    /** Agreed fee, net. */
    fee: money('fee').notNull(),
    partnerId: uuid('partner_id'),
    managerId: uuid('manager_id'),
    preparerId: uuid('preparer_id'),
    /** Since when the client owes an answer, and which items; both null when nobody waits for the client. */
    waitingSince: moment('waiting_since'),
    waitingFor: text('waiting_for'),
    everythingInOn: day('everything_in_on'),
    finishedAt: moment('finished_at'),
    /** Why it was closed before it was done. */
    closedReason: text('closed_reason'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    unique().on(t.lineId, t.periodEnd),
    unique().on(t.firmId, t.number),
    index().on(t.firmId, t.status, t.dueOn),
    index().on(t.firmId, t.status, t.finishedAt),
    index().on(t.clientId),
  ],
);

export const tasks = pgTable(
  'tasks',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id),
    position: integer('position').notNull(),
    phaseKey: text('phase_key').notNull(),
    key: text('key').notNull(),
    name: text('name').notNull(),
    role: text('role').$type<TaskRole>().notNull(),
    assigneeId: uuid('assignee_id'),
    /** Minutes. */
    estimate: integer('estimate').notNull(),
    startOn: day('start_on').notNull(),
    dueOn: day('due_on').notNull(),
    waitsFor: jsonb('waits_for').$type<string[]>().notNull(),
    doneByEvent: text('done_by_event').$type<NonNullable<TaskPlan['doneBy']>>(),
    doneAt: moment('done_at'),
    doneBy: text('done_by'),
  },
  (t) => [ownFirm(), ofSeenJob(), unique().on(t.jobId, t.key), index().on(t.firmId, t.assigneeId, t.doneAt)],
);
