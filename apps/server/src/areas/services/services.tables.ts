import { index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { RhythmName } from '@steady/core/calendar';
import type { Procedure } from '@steady/core/procedures';
import { day, firmId, id, money, ofSeenClient, ownFirm, version } from '../../platform/database';

export const procedures = pgTable(
  'procedures',
  { id: id(), firmId: firmId(), version: version(), name: text('name').notNull(), definition: jsonb('definition').$type<Procedure>().notNull() },
  () => [ownFirm()],
);

export const services = pgTable(
  'services',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    shortName: text('short_name').notNull(),
    /** Scope wording, as it stands in the schedule of services. */
    scope: text('scope').notNull(),
    defaultFee: money('default_fee').notNull(),
    defaultRhythm: text('default_rhythm').$type<RhythmName>().notNull(),
    ruleId: text('rule_id').notNull(),
    procedureId: uuid('procedure_id')
      .notNull()
      .references(() => procedures.id),
    /** Days before the deadline at which a job begins. */
    leadDays: integer('lead_days').notNull(),
    /** Working days by which our own target precedes the deadline. */
    targetDays: integer('target_days').notNull(),
  },
  () => [ownFirm()],
);

export const serviceLines = pgTable(
  'service_lines',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    clientId: uuid('client_id').notNull(),
    serviceId: uuid('service_id')
      .notNull()
      .references(() => services.id),
    name: text('name').notNull(),
    rhythm: text('rhythm').$type<RhythmName>().notNull(),
    fee: money('fee').notNull(),
    startsOn: day('starts_on').notNull(),
    preparerId: uuid('preparer_id'),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.clientId)],
);
