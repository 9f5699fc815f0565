import { sql } from 'drizzle-orm';
import { bigint, boolean, index, integer, jsonb, pgPolicy, pgRole, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { Right, Role } from '@steady/core/access';
import type { MemberStanding } from '@steady/contract/team';
import { bySecret, day, firmId, fromWithin, id, moment, money, ownFirm } from '../database';

const appUser = pgRole('app_user').existing();
const itself = sql`id = (select nullif(current_setting('app.firm_id', true), '')::uuid)`;
const within = sql`(select current_setting('app.within', true)) = 'yes'`;
const whileSigningIn = () => pgPolicy('while_signing_in', { to: appUser, for: 'all', using: within, withCheck: within });

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
    /** What its files are sealed with, itself sealed by the master key. */
    fileKey: text('file_key').notNull(),
    /** The firm's own record among its clients: a right of its own shows it. */
    ownClientId: uuid('own_client_id'),
    /** Days on which the firm is closed besides public holidays. */
    closingDays: jsonb('closing_days').$type<{ day: string; name: string }[]>().notNull().default([]),
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
  },
  () => [pgPolicy('itself', { to: appUser, for: 'all', using: itself, withCheck: itself }), fromWithin()],
);

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
    standing: text('standing').$type<MemberStanding>().notNull().default('active'),
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

/** Which clients were granted to whom, one by one. */
export const clientGrants = pgTable(
  'client_grants',
  {
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    clientId: uuid('client_id').notNull(),
    /** How it came about: "by Orla Keane", "added the client". */
    how: text('how').notNull(),
    at: moment('at').notNull(),
    /** The group by which it came; it goes when the person leaves that group. */
    groupId: uuid('group_id'),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.memberId, t.clientId] }), index().on(t.clientId)],
);

/** Groups of people to whom clients are granted together. */
export const groups = pgTable('groups', { id: id(), firmId: firmId(), name: text('name').notNull() }, (t) => [ownFirm(), unique().on(t.firmId, t.name)]);

export const groupMembers = pgTable(
  'group_members',
  {
    firmId: firmId(),
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id, { onDelete: 'cascade' }),
    memberId: uuid('member_id').notNull(),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.groupId, t.memberId] }), index().on(t.memberId)],
);

/** What was granted to a group: whoever joins it later sees it too. */
export const groupGrants = pgTable(
  'group_grants',
  {
    firmId: firmId(),
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id, { onDelete: 'cascade' }),
    clientId: uuid('client_id').notNull(),
    how: text('how').notNull(),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.groupId, t.clientId] })],
);

/** The rights of a role where the firm set them; a role without a row has those it has at first. */
export const roleRights = pgTable(
  'role_rights',
  {
    firmId: firmId(),
    role: text('role').$type<Role>().notNull(),
    rights: jsonb('rights').$type<Right[]>().notNull(),
    /** Bills are approved up to this amount, minor units; no limit where none is given. */ approveUpTo: money('approve_up_to'),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.role] })],
);

/** Charge rates: minor units per hour, from a day on. */
export const rates = pgTable(
  'rates',
  {
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    fromDay: text('from_day').notNull(),
    perHour: integer('per_hour').notNull(),
    costPerHour: integer('cost_per_hour'),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.memberId, t.fromDay] })],
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

/** Tries at doors, counted by whom or what they are made with: a person, a known browser, an address, a client's person. */
export const doorTries = pgTable(
  'door_tries',
  {
    /** "person:…", as a hash. */
    key: text('key').primaryKey(),
    tries: integer('tries').notNull(),
    /** When counting began. */
    since: moment('since').notNull(),
    /** How often it was shut before: each time for longer. */
    locks: integer('locks').notNull().default(0),
    shutUntil: moment('shut_until'),
  },
  () => [whileSigningIn()],
);

/** Numbers that run without gaps: job numbers, invoice numbers of a year. */
export const counters = pgTable('counters', { firmId: firmId(), name: text('name').notNull(), last: integer('last').notNull() }, (t) => [
  ownFirm(),
  primaryKey({ columns: [t.firmId, t.name] }),
]);
