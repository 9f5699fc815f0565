import { boolean, index, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { ObligationStatus } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';
import { bySecret, day, firmId, id, moment, ofSeen, ofSeenClient, ownFirm, version } from '../../platform/database';

export const obligations = pgTable(
  'obligations',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    clientId: uuid('client_id').notNull(),
    lineId: uuid('line_id').notNull(),
    serviceId: uuid('service_id').notNull(),
    ruleId: text('rule_id').notNull(),
    name: text('name').notNull(),
    periodStart: day('period_start').notNull(),
    periodEnd: day('period_end').notNull(),
    dueOn: day('due_on').notNull(),
    targetOn: day('target_on').notNull(),
    beginsOn: day('begins_on').notNull(),
    status: text('status').$type<ObligationStatus>().notNull(),
    /** Makes the job of its period; the other deadlines of a line stand beside it. */
    leads: boolean('leads').notNull().default(true),
    begun: boolean('begun').notNull().default(false),
    /** The date that the rule gave, where more time was given. */
    extendedFrom: day('extended_from'),
    extensionReference: text('extension_reference'),
    /** Why it is not required, or how it came to be missed. */
    notRequiredReason: text('not_required_reason'),
    receipt: text('receipt'),
    filedAt: moment('filed_at'),
    filedBy: text('filed_by'),
    workings: jsonb('workings').$type<Workings>().notNull(),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    unique().on(t.lineId, t.ruleId, t.periodEnd),
    // With all that the almanac counts by, so that it need not read the deadlines themselves.
    index('obligations_by_day').on(t.firmId, t.dueOn, t.id, t.clientId, t.serviceId, t.status, t.leads, t.begun),
    index().on(t.clientId, t.dueOn),
    index().on(t.firmId, t.status, t.beginsOn),
  ],
);

/** When the obligations of each line have to be looked at again; keeps the tick from computing all of them every minute. */
export const linePlans = pgTable('line_plans', { lineId: uuid('line_id').primaryKey(), firmId: firmId(), nextOn: day('next_on').notNull() }, (t) => [
  ownFirm(),
  ofSeen('line_id', 'service_lines'),
  index().on(t.firmId, t.nextOn),
]);

/** A calendar of deadlines by a private address, for a person or for the firm; it is read until it is withdrawn. */
export const feeds = pgTable(
  'feeds',
  {
    id: id(),
    firmId: firmId(),
    /** Whose eyes it has: it never shows a client that this person may not see. */
    memberId: uuid('member_id').notNull(),
    scope: text('scope').$type<'person' | 'firm'>().notNull(),
    tokenHash: text('token_hash').notNull().unique(),
    createdAt: moment('created_at').notNull(),
    /** Until when it is read: far away, or the moment at which it was withdrawn. */
    expiresAt: moment('expires_at').notNull(),
    lastReadAt: moment('last_read_at'),
  },
  (t) => [ownFirm(), bySecret(), index().on(t.firmId, t.memberId)],
);

/** Jobs begun together for a chosen set of clients; taken back as long as nobody has worked on them. */
export const seasonStarts = pgTable(
  'season_starts',
  {
    id: id(),
    firmId: firmId(),
    at: moment('at').notNull(),
    byId: uuid('by_id').notNull(),
    what: text('what').notNull(),
    jobIds: jsonb('job_ids').$type<string[]>().notNull(),
    undoneAt: moment('undone_at'),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.at)],
);
