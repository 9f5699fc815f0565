import { sql } from 'drizzle-orm';
import { bigint, date, integer, pgPolicy, pgRole, timestamp, uuid } from 'drizzle-orm/pg-core';
import { newId } from './ids';

/** The role under which every request runs. */
const appUser = pgRole('app_user').existing();

const currentFirm = sql`firm_id = (select nullif(current_setting('app.firm_id', true), '')::uuid)`;

/** Row level security of every table that belongs to a firm: only the firm of the transaction sees and writes its rows. */
export const ownFirm = () => pgPolicy('own_firm', { as: 'permissive', to: appUser, for: 'all', using: currentFirm, withCheck: currentFirm });

/** Lets whoever shows a secret find the row that holds its hash, before it is known to which firm it belongs. */
export const bySecret = () =>
  pgPolicy('by_secret', { as: 'permissive', to: appUser, for: 'select', using: sql`token_hash = (select nullif(current_setting('app.secret', true), ''))` });

/** Lets the background work and sign-in find out which firms there are; neither sees anything else of them. */
export const fromWithin = () =>
  pgPolicy('from_within', { as: 'permissive', to: appUser, for: 'select', using: sql`(select current_setting('app.within', true)) = 'yes'` });

export const id = () =>
  uuid('id')
    .primaryKey()
    .$defaultFn(() => newId());
export const firmId = () => uuid('firm_id').notNull();
/** Integer minor units. */
export const money = (name: string) => bigint(name, { mode: 'number' });
/** A civil day, as ISO text. */
export const day = (name: string) => date(name, { mode: 'string' });
/** A moment, as ISO text in UTC. */
export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });
/** Goes up by one with each change; a change that shows an older one is refused. */
export const version = () => integer('version').notNull().default(1);
