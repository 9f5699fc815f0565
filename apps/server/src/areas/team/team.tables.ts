import { bigint, boolean, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { Right, Role } from '@steady/core/access';
import type { MemberStatus } from '@steady/contract/team';
import { bySecret, currency, day, firmId, fromWithin, id, moment, money, ownFirm, whileSigningIn } from '../../platform/database';
import { inFirmsCurrency } from '../../platform/work/tables';

/** A person who signs in, apart from the firms for which they work. Seen only while signing in or being invited. */
export const people = pgTable(
  'people',
  {
    id: id(),
    email: text('email').notNull().unique(),
    passwordHash: text('password_hash'),
    /** Secret of the second step, base32; in force once `secondStepSince` is set. */
    secondStep: text('second_step'),
    secondStepSince: moment('second_step_since'),
    /** The last time step whose code was used: no code works twice. */
    lastStep: bigint('last_step', { mode: 'number' }),
  },
  () => [whileSigningIn()],
);

/** One-time ways in: recovery codes of the second step, and the links of invitations and resets. */
export const personTokens = pgTable(
  'person_tokens',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id),
    kind: text('kind').$type<'invitation' | 'reset' | 'recovery' | 'device'>().notNull(),
    /** The membership that an invitation opens. */
    memberId: uuid('member_id'),
    expiresAt: moment('expires_at').notNull(),
    usedAt: moment('used_at'),
  },
  (t) => [whileSigningIn(), index().on(t.personId)],
);

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
    standing: text('standing').$type<MemberStatus>().notNull().default('active'),
    /** Sees every client, also those to come; otherwise those granted one by one. */
    allClients: boolean('all_clients').notNull().default(false),
    /** The last day of access; no end where none is given. */
    endsOn: day('ends_on'),
    /** The end of which the person and the managers were told. */
    warnedOf: day('warned_of'),
  },
  (t) => [ownFirm(), fromWithin(), unique().on(t.firmId, t.personId), index().on(t.personId)],
);

/** Days on which a person does not work. */
export const leave = pgTable(
  'leave',
  {
    id: id(),
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    from: day('from_day').notNull(),
    until: day('until_day').notNull(),
    what: text('what').notNull(),
  },
  (t) => [ownFirm(), index().on(t.memberId)],
);

/** The rights of a role where the firm set them; a role without a row has those it has at first. */
export const roleRights = pgTable(
  'role_rights',
  {
    firmId: firmId(),
    role: text('role').$type<Role>().notNull(),
    rights: jsonb('rights').$type<Right[]>().notNull(),
    /** Bills are approved up to this amount; no limit where none is given. */
    approveUpTo: money('approve_up_to'),
    currency: currency(),
  },
  (t) => [ownFirm(), inFirmsCurrency(t), primaryKey({ columns: [t.firmId, t.role] })],
);

/** Charge rates and costs per hour, from a day on. */
export const rates = pgTable(
  'rates',
  {
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    fromDay: text('from_day').notNull(),
    perHour: integer('per_hour').notNull(),
    costPerHour: integer('cost_per_hour'),
    currency: currency(),
  },
  (t) => [ownFirm(), inFirmsCurrency(t), primaryKey({ columns: [t.firmId, t.memberId, t.fromDay] })],
);

export const sessions = pgTable(
  'sessions',
  {
    tokenHash: text('token_hash').primaryKey(),
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    expiresAt: moment('expires_at').notNull(),
    since: moment('since').notNull().defaultNow(),
    /** The browser and system it was begun in, in words. */
    device: text('device').notNull().default('a browser'),
    seenAt: moment('seen_at').notNull().defaultNow(),
    /** When the password was last given in it. */
    confirmedAt: moment('confirmed_at'),
  },
  (t) => [ownFirm(), bySecret(), index().on(t.memberId)],
);
