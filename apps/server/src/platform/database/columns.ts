import { type SQL, sql } from 'drizzle-orm';
import { bigint, date, integer, pgPolicy, pgRole, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { Currency } from '@steady/core/money';
import { newId } from './ids';

/** The role under which every request runs. */
const appUser = pgRole('app_user').existing();

const currentFirm = sql`firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)`;

/** Row level security of every table that belongs to a firm: only the firm of the transaction sees and writes its rows. */
export const ownFirm = () => pgPolicy('own_firm', { as: 'permissive', to: appUser, for: 'all', using: currentFirm, withCheck: currentFirm });

const seesAll = sql`(select current_setting('app.sees', true)) is distinct from 'some'`;
const hidden = sql`(select nullif(current_setting('app.hidden_client', true), '')::uuid)`;
const narrowed = (seen: SQL) => pgPolicy('granted', { as: 'restrictive', to: appUser, for: 'select', using: seen });
const ifNarrowed = (seen: SQL) => narrowed(sql`(${seesAll} and ${hidden} is null) or ${seen}`);

/**
 * Holds back clients that were not granted to the person who acts, and the firm's own record from whoever lacks that
 * right. Said here, in the database, so that no list, search or count can forget it.
 */
export const grantedClients = () =>
  narrowed(
    sql`(${seesAll} or id in (select g.client_id from client_grants g where g.member_id = (select nullif(current_setting('app.member_id', true), '')::uuid))) and id is distinct from ${hidden}`,
  );

/** Rows of a table that belong to a client, or to none: seen by whoever sees the client. */
export const ofSeenClient = () =>
  narrowed(sql`client_id is null or ((${seesAll} or client_id in (select c.id from clients c)) and client_id is distinct from ${hidden})`);
/** Rows about fees are not there for whoever may not see fees. */
export const withoutFees = () =>
  pgPolicy('without_fees', {
    as: 'restrictive',
    to: appUser,
    for: 'select',
    using: sql`not about_fees or (select current_setting('app.fees', true)) is distinct from 'hidden'`,
  });
/** Rows that belong to a job: seen by whoever sees the job. */
export const ofSeenJob = () => ofSeen('job_id', 'jobs');
/** Rows found through another table's rows: seen by whoever sees those. Asked row by row where few are read: a set of all jobs is dear to make. */
export const ofSeen = (column: string, table: string) => ifNarrowed(sql.raw(`exists (select from ${table} x where x.id = ${column})`));
/** The same where rows of that table are held back from somebody who sees every client too: what is about fees. */
export const ofSeenAlways = (column: string, table: string) => narrowed(sql.raw(`exists (select from ${table} x where x.id = ${column})`));
/** Rows that another table refers to: seen by whoever sees one that does. */
export const ofSeenBy = (table: string, column: string) => ifNarrowed(sql.raw(`id in (select x.${column} from ${table} x)`));

const reader = sql`(select nullif(current_setting('app.reader', true), '')::uuid)`;
/** Rows that may be private: then they are there for those who are named in them, and for who may read what is private. @param people the table that names them, and its column with the id of the row */
export const ofNamed = (table: string, people: { table: string; column: string }) =>
  pgPolicy('named', {
    as: 'restrictive',
    to: appUser,
    for: 'select',
    using: sql`not is_private or ${reader} is null or exists (select from ${sql.raw(people.table)} p where p.${sql.raw(people.column)} = ${sql.raw(table)}.id and p.left_at is null and (p.member_id = ${reader} or p.contact_id = ${reader}))`,
  });

/** Rows that belong to no client yet: there for those of the firm who take them, for whoever has one, and for who may read what is private. @param people the table that names those who take them */
export const forReceivers = (people: string) =>
  pgPolicy('for_receivers', {
    as: 'restrictive',
    to: appUser,
    for: 'select',
    using: sql`${reader} is null or holder_id = ${reader} or exists (select from ${sql.raw(people)} p where p.member_id = ${reader})`,
  });

/** Lets whoever shows a secret find the row that holds its hash, before it is known to which firm it belongs. */
export const bySecret = () =>
  pgPolicy('by_secret', { as: 'permissive', to: appUser, for: 'select', using: sql`token_hash = (select nullif(current_setting('app.secret', true), ''))` });

/** Lets the background work and sign-in find out which firms there are; neither sees anything else of them. */
export const fromWithin = () =>
  pgPolicy('from_within', { as: 'permissive', to: appUser, for: 'select', using: sql`(select current_setting('app.within', true)) = 'yes'` });

const within = sql`(select current_setting('app.within', true)) = 'yes'`;
/** Of people apart from their firms: there only while they sign in, or are invited. */
export const whileSigningIn = () => pgPolicy('while_signing_in', { to: appUser, for: 'all', using: within, withCheck: within });

export const id = () =>
  uuid('id')
    .primaryKey()
    .$defaultFn(() => newId());
export const firmId = () => uuid('firm_id').notNull();
/** Whole minor units of the currency that stands beside them; see toColumns and fromColumns. */
export const money = (name: string) => bigint(name, { mode: 'number' });
/** The currency of a record's amounts, ISO 4217. */
export const currency = () => text('currency').$type<Currency>().notNull();
/** A civil day, as ISO text. */
export const day = (name: string) => date(name, { mode: 'string' });
/** A moment, as ISO text in UTC. */
export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });
/** Goes up by one with each change; a change that shows an older one is refused. */
export const version = () => integer('version').notNull().default(1);
