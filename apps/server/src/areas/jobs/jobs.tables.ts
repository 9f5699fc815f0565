import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { ActionState } from '@steady/contract/jobs';
import type { Action, DoneBy, JobPrerequisite, PhasePlan, Planned, TaskRole } from '@steady/core/procedures';
import { JOB_FACTS } from '@steady/core/jobs';
import { columnsOfFacts, currency, day, firmId, id, moment, ofSeenClient, ofSeenJob, ownFirm, version } from '../../platform/database';
import { inFirmsCurrency } from '../../platform/work/tables';

/** A phase as it was laid out for this job, and when the job passed through it. Its tasks stand in a table of their own. */
export interface JobPhase extends Omit<PhasePlan, 'tasks' | 'onlyIf'> {
  enteredAt: string | null;
  doneAt: string | null;
  /** Who gave the second person's approval, and when. */
  approved?: { by: string; byId: string | null; at: string };
  /** The job went back to it or past it: what it brings about may have been done already. */
  reopened?: true;
}

/** A point of a task that is ticked on its own. */
export interface Check {
  words: string;
  doneAt: string | null;
  doneBy: string | null;
}

export const jobs = pgTable(
  'jobs',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    number: integer('number').notNull(),
    /** What is known of it: see the list of facts. */
    ...columnsOfFacts(JOB_FACTS),
    /** Of its fee. */
    currency: currency(),
    clientId: uuid('client_id').notNull(),
    /** Both null for a job begun by hand, outside any service of the client. */
    lineId: uuid('line_id'),
    serviceId: uuid('service_id'),
    procedureId: uuid('procedure_id'),
    /** The version of the procedure by which it was laid out. */
    procedureVersion: integer('procedure_version'),
    obligationId: uuid('obligation_id'),
    /** Since when it is on hold. */
    heldSince: moment('held_since'),
    /** Each status of the firm's own with the day on which it was reached last. */
    ownReached: jsonb('own_reached').$type<Record<string, string>>().notNull().default({}),
    /** Since when it is blocked, and which colleague it waits for. */
    stuckSince: moment('stuck_since'),
    stuckForId: uuid('stuck_for_id'),
    /** Its phase is complete and asks to be looked at before it moves. */
    asksToMove: boolean('asks_to_move').notNull().default(false),
    /** The working day before which it does not enter its next phase; nothing where it waits for none. */
    goesOnOn: day('goes_on_on'),
    /** Since when it stands in its phase. */
    phaseSince: moment('phase_since'),
    /** Key of the phase in which it stands; null when finished. */
    phase: text('phase'),
    phases: jsonb('phases').$type<JobPhase[]>().notNull(),
    /** Keys of the phases that it has come to, wherever it stands by now. */
    reached: jsonb('reached')
      .$type<string[]>()
      .generatedAlwaysAs(sql`jsonb_path_query_array(phases, '$[*] ? (@.enteredAt != null || @.doneAt != null).key')`),
    /** The last safe day that its records missed, and of which its history says so. */
    lateNotedFor: day('late_noted_for'),
    /** What has to be so before its work begins, as it was laid out for it, and who confirmed it. */
    prerequisites: jsonb('prerequisites').$type<JobPrerequisite[]>().notNull().default([]),
    passedOver: jsonb('passed_over').$type<{ name: string; why: string }[]>().notNull(),
    /** Since when the client owes an answer; null when nobody waits for the client. */
    waitingSince: moment('waiting_since'),
    finishedAt: moment('finished_at'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    inFirmsCurrency(t),
    unique().on(t.lineId, t.periodEnd),
    unique().on(t.firmId, t.number),
    // With all that a count and a look from a task ask for, so that neither reads the jobs themselves.
    index('jobs_by_status').on(t.firmId, t.status, t.dueOn, t.id, t.clientId),
    index().on(t.firmId, t.status, t.finishedAt),
    index().on(t.clientId),
    // Today and every look at a deadline go from there to its job.
    index('jobs_of_obligations')
      .on(t.obligationId)
      .where(sql`obligation_id is not null`),
    // The firm's own statuses are the columns of a list; few jobs have had one.
    index('jobs_with_own_status')
      .on(t.firmId)
      .where(sql`own_reached <> '{}'`),
    // Few jobs are in flight of all there ever were: bands, and what stands beside a procedure, count those alone.
    index('jobs_in_flight')
      .on(t.procedureId)
      .where(sql`status in ('open', 'on hold')`),
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
    /** The client of its job: who sees the client sees the task, without a look at the job. */
    clientId: uuid('client_id').notNull(),
    position: integer('position').notNull(),
    phaseKey: text('phase_key').notNull(),
    key: text('key').notNull(),
    name: text('name').notNull(),
    role: text('role').$type<TaskRole>().notNull(),
    assigneeId: uuid('assignee_id'),
    /** Minutes. */
    estimate: integer('estimate').notNull(),
    /** Minutes recorded on it: the sum of its time entries. */
    recorded: integer('recorded').notNull().default(0),
    startOn: day('start_on').notNull(),
    dueOn: day('due_on').notNull(),
    waitsFor: jsonb('waits_for').$type<string[]>().notNull(),
    doneByEvent: text('done_by_event').$type<DoneBy>(),
    doneAt: moment('done_at'),
    doneBy: text('done_by'),
    /** Who that is among the people of the firm; null for what happened by itself. */
    doneById: uuid('done_by_id'),
    /** Left behind by a move past its phase: done for the job, by nobody. */
    passedOver: boolean('passed_over').notNull().default(false),
    checks: jsonb('checks').$type<Check[]>().notNull().default([]),
    /** Why it cannot go on, since when, and which colleague it waits for. */
    stuckReason: text('stuck_reason'),
    stuckSince: moment('stuck_since'),
    stuckForId: uuid('stuck_for_id'),
    advice: text('advice'),
    links: jsonb('links').$type<string[]>().notNull().default([]),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    unique().on(t.jobId, t.key),
    index().on(t.firmId, t.assigneeId, t.doneAt),
    index().on(t.clientId),
    // Few tasks are blocked: lists ask for them by their job.
    index('blocked_tasks')
      .on(t.jobId)
      .where(sql`stuck_reason is not null and done_at is null`),
    // The load of weeks adds up what is left to do of all there is, from this alone.
    index('open_tasks')
      .on(t.firmId, t.startOn, t.jobId, t.assigneeId, t.estimate, t.recorded, t.dueOn, t.clientId)
      .where(sql`done_at is null`),
  ],
);

/** What a move of a job brings about by itself: carried out in the transaction of the move, or kept here to try again. */
export const jobActions = pgTable(
  'job_actions',
  {
    id: id(),
    firmId: firmId(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id),
    phaseKey: text('phase_key').notNull(),
    action: jsonb('action').$type<Action>().notNull(),
    /** The sentence in which it was foretold. */
    what: text('what').notNull(),
    /** Whether it belongs to the entry of the phase or to its end. */
    moment: text('moment').$type<Planned['moment']>().notNull(),
    state: text('state').$type<ActionState>().notNull(),
    at: moment('at').notNull(),
    /** The day on which it is carried out, where that is not the day of the move. */
    dueOn: day('due_on'),
    error: text('error'),
    /** What carrying it out returned; its step reads it to take it back. */
    brought: jsonb('brought').$type<object>(),
  },
  (t) => [
    ownFirm(),
    ofSeenJob(),
    index().on(t.jobId),
    index('job_actions_waiting')
      .on(t.firmId, t.dueOn)
      .where(sql`state = 'waits'`),
    index('job_actions_failed')
      .on(t.firmId)
      .where(sql`state = 'failed'`),
  ],
);

/** How jobs stood before a change to many at once, so that it can be taken back. */
export const jobBatches = pgTable(
  'job_batches',
  {
    id: id(),
    firmId: firmId(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    byId: uuid('by_id'),
    what: text('what').notNull(),
    undoneAt: moment('undone_at'),
  },
  () => [ownFirm()],
);

export const jobBatchRows = pgTable(
  'job_batch_rows',
  {
    id: id(),
    firmId: firmId(),
    batchId: uuid('batch_id')
      .notNull()
      .references(() => jobBatches.id),
    jobId: uuid('job_id').notNull(),
    before: jsonb('before').$type<Record<string, unknown>>().notNull(),
    /** The version that the change left behind: a job changed since is not taken back. */
    leftVersion: integer('left_version').notNull(),
  },
  (t) => [ownFirm(), ofSeenJob(), index().on(t.batchId)],
);
