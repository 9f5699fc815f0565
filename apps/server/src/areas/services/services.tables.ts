import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { Rhythm } from '@steady/core/calendar';
import type { FeeRule } from '@steady/core/fees';
import type { LineAnchor, OwnDue, Pause } from '@steady/core/obligations';
import type { PermissionKind } from '@steady/contract/lines';
import { currency, day, firmId, id, money, ofSeenClient, ownFirm, version } from '../../platform/database';
import { inFirmsCurrency } from '../../platform/work/tables';

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
    /** Off: nobody is given it any more; lines that are there go on. */
    active: boolean('active').notNull().default(true),
    /** Stands in the schedule of the engagement letter. */
    printed: boolean('printed').notNull().default(true),
    /** Charged for; a service may be given without a charge and still be printed, or the other way round. */
    charged: boolean('charged').notNull().default(true),
    defaultFee: money('default_fee').notNull(),
    currency: currency(),
    /** How the fee is proposed from facts of the client, instead of the default. */
    feeRule: jsonb('fee_rule').$type<FeeRule>(),
    defaultRhythm: text('default_rhythm').$type<Rhythm>().notNull(),
    /** How often it is billed; null for each time the work is done. */
    billing: text('billing').$type<Rhythm>(),
    /** Filing rules, the one that leads the jobs first. Without any the work has its own dates. */
    ruleIds: jsonb('rule_ids').$type<string[]>().notNull().default([]),
    /** By what periods are counted, and when the work is wanted, where no rule leads. */
    anchor: text('anchor').$type<LineAnchor>().notNull().default('calendar'),
    ownDue: jsonb('own_due').$type<OwnDue>().notNull().default({ count: 10, unit: 'working days' }),
    /** Has to be allowed by the client before it is filed: authorisation of the agent, registration for digital filing. */
    needsAgent: boolean('needs_agent').notNull().default(false),
    needsDigital: boolean('needs_digital').notNull().default(false),
    /** Who prepares it where the client has nobody named for it. */
    responsibleId: uuid('responsible_id'),
    /** Which kind of income its work is, in the firm's own words; jobs begin with it. */
    income: text('income'),
    /** Its code in the accounts package. */
    itemCode: text('item_code'),
    /** What whoever gives or does it should know. */
    advice: text('advice'),
    /** Null where nobody has written how it is done. */
    procedureId: uuid('procedure_id'),
    /** Days before the deadline at which a job begins. */
    leadDays: integer('lead_days').notNull(),
    /** Working days by which our own target precedes the deadline. */
    targetDays: integer('target_days').notNull(),
    /** More time that the law gives without asking is taken. */
    takesExtensions: boolean('takes_extensions').notNull().default(false),
  },
  (t) => [ownFirm(), inFirmsCurrency(t)],
);

/** A procedure for one rhythm of a service, where it is not the usual one. */
export const serviceProcedures = pgTable(
  'service_procedures',
  {
    id: id(),
    firmId: firmId(),
    serviceId: uuid('service_id')
      .notNull()
      .references(() => services.id),
    rhythm: text('rhythm').$type<Rhythm>().notNull(),
    procedureId: uuid('procedure_id').notNull(),
  },
  (t) => [ownFirm(), unique().on(t.serviceId, t.rhythm)],
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
    rhythm: text('rhythm').$type<Rhythm>().notNull(),
    anchor: text('anchor').$type<LineAnchor>().notNull().default('calendar'),
    anchorOn: day('anchor_on'),
    fee: money('fee').notNull(),
    currency: currency(),
    billing: text('billing').$type<Rhythm>(),
    startsOn: day('starts_on').notNull(),
    endsOn: day('ends_on'),
    endReason: text('end_reason'),
    /** A first or last period that is not wholly covered is cut short. */
    cutShort: boolean('cut_short').notNull().default(true),
    pauses: jsonb('pauses').$type<Pause[]>().notNull().default([]),
    /** The filing rules that this line answers for. */
    ruleIds: jsonb('rule_ids').$type<string[]>().notNull().default([]),
    preparerId: uuid('preparer_id'),
    /** A procedure cut down for this line alone, instead of the service's. */
    procedureId: uuid('procedure_id'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    inFirmsCurrency(t),
    index().on(t.clientId),
    index('lines_with_own_procedure')
      .on(t.procedureId)
      .where(sql`procedure_id is not null`),
  ],
);

/** What a client has to allow before a service can be filed: asked for, given. */
export const permissions = pgTable(
  'client_permissions',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    clientId: uuid('client_id').notNull(),
    serviceId: uuid('service_id')
      .notNull()
      .references(() => services.id),
    kind: text('kind').$type<PermissionKind>().notNull(),
    askedOn: day('asked_on'),
    givenOn: day('given_on'),
    reference: text('reference'),
  },
  (t) => [ownFirm(), ofSeenClient(), unique().on(t.clientId, t.serviceId, t.kind)],
);
