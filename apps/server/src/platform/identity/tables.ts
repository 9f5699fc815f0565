import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgPolicy, pgRole, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { Role } from '@steady/core/access';
import { bySecret, firmId, fromWithin, id, moment, ownFirm } from '../database';

const appUser = pgRole('app_user').existing();
const itself = sql`id = (select nullif(current_setting('app.firm_id', true), '')::uuid)`;
const within = sql`(select current_setting('app.within', true)) = 'yes'`;

export const firms = pgTable(
  'firms',
  {
    id: id(),
    name: text('name').notNull(),
    shortName: text('short_name').notNull(),
    address: text('address').notNull(),
    currency: text('currency').notNull(),
    zone: text('zone').notNull(),
    country: text('country').notNull(),
    /** Basis points. */
    vatRate: integer('vat_rate').notNull(),
    /** Days in which a bill is to be paid. */
    paymentDays: integer('payment_days').notNull(),
    demo: boolean('demo').notNull().default(false),
  },
  () => [pgPolicy('itself', { to: appUser, for: 'all', using: itself, withCheck: itself }), fromWithin()],
);

/** A person who signs in, apart from the firms for which they work. Seen only while signing in or being invited. */
export const people = pgTable('people', { id: id(), email: text('email').notNull().unique(), passwordHash: text('password_hash') }, () => [
  pgPolicy('while_signing_in', { to: appUser, for: 'all', using: within, withCheck: within }),
]);

export const members = pgTable(
  'members',
  {
    id: id(),
    firmId: firmId(),
    personId: uuid('person_id').notNull(),
    name: text('name').notNull(),
    shortName: text('short_name').notNull(),
    role: text('role').$type<Role>().notNull(),
    /** What the person does, in words. */
    does: text('does').notNull(),
    /** Minutes of work for each weekday, Monday first. */
    weekdays: jsonb('weekdays').$type<number[]>().notNull(),
  },
  (t) => [ownFirm(), fromWithin(), unique().on(t.firmId, t.personId), index().on(t.personId)],
);

/** Charge rates: minor units per hour, from a day on. */
export const rates = pgTable(
  'rates',
  { firmId: firmId(), memberId: uuid('member_id').notNull(), fromDay: text('from_day').notNull(), perHour: integer('per_hour').notNull() },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.memberId, t.fromDay] })],
);

export const sessions = pgTable(
  'sessions',
  { tokenHash: text('token_hash').primaryKey(), firmId: firmId(), memberId: uuid('member_id').notNull(), expiresAt: moment('expires_at').notNull() },
  (t) => [ownFirm(), bySecret(), index().on(t.memberId)],
);

/** Numbers that run without gaps: job numbers, invoice numbers of a year. */
export const counters = pgTable('counters', { firmId: firmId(), name: text('name').notNull(), last: integer('last').notNull() }, (t) => [
  ownFirm(),
  primaryKey({ columns: [t.firmId, t.name] }),
]);
