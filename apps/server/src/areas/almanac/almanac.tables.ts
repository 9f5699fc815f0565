import { boolean, index, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { ObligationStatus } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';
import { day, firmId, id, moment, ofSeen, ofSeenClient, ownFirm, version } from '../../platform/database';

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
    begun: boolean('begun').notNull().default(false),
    /** The date that the rule gave, where more time was given. */
    extendedFrom: day('extended_from'),
    extensionReference: text('extension_reference'),
    notRequiredReason: text('not_required_reason'),
    receipt: text('receipt'),
    filedAt: moment('filed_at'),
    workings: jsonb('workings').$type<Workings>().notNull(),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    unique().on(t.lineId, t.ruleId, t.periodEnd),
    index().on(t.firmId, t.dueOn),
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
