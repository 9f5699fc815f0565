import { index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { currency, day, firmId, id, moment, money, ofSeenClient, ofSeenJob, ownFirm } from '../../platform/database';
import { inFirmsCurrency } from '../../platform/work/tables';

export const timeEntries = pgTable(
  'time_entries',
  {
    id: id(),
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id').notNull(),
    taskId: uuid('task_id'),
    on: day('on_day').notNull(),
    minutes: integer('minutes').notNull(),
    /** Per hour, as it stood on the day. */
    rate: integer('rate').notNull(),
    value: money('value').notNull(),
    currency: currency(),
    note: text('note'),
    recordedAt: moment('recorded_at').notNull(),
  },
  (t) => [ownFirm(), ofSeenClient(), inFirmsCurrency(t), index().on(t.jobId), index().on(t.taskId), index().on(t.firmId, t.memberId, t.on)],
);

export const expenses = pgTable(
  'expenses',
  {
    id: id(),
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id').notNull(),
    on: day('on_day').notNull(),
    amount: money('amount').notNull(),
    currency: currency(),
    what: text('what').notNull(),
  },
  (t) => [ownFirm(), ofSeenClient(), inFirmsCurrency(t), index().on(t.jobId)],
);

/** The running timer of each person: at most one. */
export const timers = pgTable(
  'timers',
  {
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    jobId: uuid('job_id').notNull(),
    taskId: uuid('task_id'),
    startedAt: moment('started_at').notNull(),
  },
  (t) => [ownFirm(), ofSeenJob(), primaryKey({ columns: [t.memberId] })],
);
