import { sql } from 'drizzle-orm';
import { type AnyPgColumn, boolean, foreignKey, integer, jsonb, pgPolicy, pgRole, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { FollowUpRules, LateRules } from '@steady/core/asks';
import { currency, firmId, fromWithin, id, moment, ownFirm } from '../database';

const appUser = pgRole('app_user').existing();
const itself = sql`id = (select nullif(current_setting('app.firm_id', true), '')::uuid)`;

/**
 * Keeps the amounts of a table in the one currency of their firm: the database refuses a record in another, so that sums
 * over a firm's records add up what can be added up.
 */
export const inFirmsCurrency = (t: { firmId: AnyPgColumn; currency: AnyPgColumn }) =>
  foreignKey({ columns: [t.firmId, t.currency], foreignColumns: [firms.id, firms.currency] });

/** Hours on the clock of the firm, "08:30". */
export interface Pacing {
  perDay: number;
  from: string;
  until: string;
  together: boolean;
}

export const firms = pgTable(
  'firms',
  {
    id: id(),
    name: text('name').notNull(),
    shortName: text('short_name').notNull(),
    address: text('address').notNull(),
    currency: currency(),
    zone: text('zone').notNull(),
    country: text('country').notNull(),
    /** Basis points. */
    vatRate: integer('vat_rate').notNull(),
    /** Days in which a bill is to be paid. */
    paymentDays: integer('payment_days').notNull(),
    demo: boolean('demo').notNull().default(false),
    /** What its files are sealed with, itself sealed by the master key. */
    fileKey: text('file_key').notNull(),
    /** The firm's own record among its clients: a right of its own shows it. */
    ownClientId: uuid('own_client_id'),
    /** Days on which the firm is closed besides public holidays. */
    closingDays: jsonb('closing_days').$type<{ day: string; name: string }[]>().notNull().default([]),
    /** What stands on the firm's paper besides its name and address; nothing where it has none of it. */
    vatNumber: text('vat_number'),
    iban: text('iban'),
    bic: text('bic'),
    creditorId: text('creditor_id'),
    terms: text('terms'),
    /** Clients read in the portal what each of their services costs. */
    showsFees: boolean('shows_fees').notNull().default(false),
    /** Its logo, as it lies in the store: a picture. */
    logoAddress: text('logo_address'),
    logoKind: text('logo_kind'),
    logoBytes: integer('logo_bytes'),
    /** Where the firm's messages come from; the address of the installation where none is given. */
    mailAddress: text('mail_address'),
    /** Minutes without a sign of life after which a session ends, and hours after which it ends in any case. */
    idleMinutes: integer('idle_minutes').notNull().default(720),
    sessionHours: integer('session_hours').notNull().default(336),
    /** The same for administrators. */
    adminIdleMinutes: integer('admin_idle_minutes').notNull().default(120),
    adminSessionHours: integer('admin_session_hours').notNull().default(24),
    /** Everybody has to set up the second step before anything else. */
    secondStepRequired: boolean('second_step_required').notNull().default(false),
    /** How messages go to clients: so many a day to one person, from when until when, several as one. */
    pacing: jsonb('pacing').$type<Pacing>().notNull().default({ perDay: 3, from: '08:00', until: '18:00', together: true }),
    /** How it follows up what clients do not send: after so many working days, so many times. */
    followUps: jsonb('follow_ups').$type<FollowUpRules>().notNull().default({ isOn: true, everyDays: 5, most: 3 }),
    /** What was agreed with clients about records that come late: nothing until the firm says so, as the histories of jobs keep it as evidence. */
    late: jsonb('late')
      .$type<LateRules>()
      .notNull()
      .default({ days: 0, consequence: 'After that we cannot promise to file in time, and a late fee may be due.' }),
    /** Of what the firm has settled about itself. */
    version: integer('version').notNull().default(1),
  },
  (t) => [unique().on(t.id, t.currency), pgPolicy('itself', { to: appUser, for: 'all', using: itself, withCheck: itself }), fromWithin()],
);

/** Numbers that run without gaps: job numbers, invoice numbers of a year. */
export const counters = pgTable('counters', { firmId: firmId(), name: text('name').notNull(), last: integer('last').notNull() }, (t) => [
  ownFirm(),
  primaryKey({ columns: [t.firmId, t.name] }),
]);

/** Answers already given to requests that carried an Idempotency-Key. */
export const idempotencyKeys = pgTable(
  'idempotency_keys',
  { firmId: firmId(), key: text('key').notNull(), requestHash: text('request_hash').notNull(), response: jsonb('response'), at: moment('at').notNull() },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.key] })],
);
