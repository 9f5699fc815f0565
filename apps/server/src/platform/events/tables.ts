import { bigserial, boolean, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ofSeenClient, ownFirm } from '../database';

/** What happened: the audit trail, the history of clients and jobs, the source of live refresh. Only ever added to. */
export const events = pgTable(
  'events',
  {
    id: id(),
    seq: bigserial('seq', { mode: 'number' }).notNull(),
    firmId: firmId(),
    at: moment('at').notNull(),
    actorKind: text('actor_kind').notNull(),
    actorId: uuid('actor_id'),
    actorName: text('actor_name').notNull(),
    kind: text('kind').notNull(),
    /** A sentence, as it stands in the history. */
    what: text('what').notNull(),
    clientId: uuid('client_id'),
    jobId: uuid('job_id'),
    before: jsonb('before'),
    after: jsonb('after'),
    /** It tells of an amount: whoever may not see fees reads "an amount" in its place. */
    aboutFees: boolean('about_fees').notNull().default(false),
    /** When what stood before and after, and the words that were quoted, were destroyed: setting it destroys them, and nothing else of a row can change. */
    forgottenAt: moment('forgotten_at'),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.firmId, t.jobId, t.seq), index().on(t.firmId, t.clientId, t.seq), index().on(t.firmId, t.seq)],
);

/** Effects outside that are still to be carried out, written in the transaction that wants them. */
export const outbox = pgTable(
  'outbox',
  {
    id: id(),
    firmId: firmId(),
    kind: text('kind').notNull(),
    /** Carried out once for each key, however often it is asked for. */
    key: text('key').notNull(),
    payload: jsonb('payload').notNull(),
    notBefore: moment('not_before').notNull(),
    claimedUntil: moment('claimed_until'),
    doneAt: moment('done_at'),
    attempts: integer('attempts').notNull().default(0),
    lastError: text('last_error'),
  },
  (t) => [ownFirm(), unique().on(t.firmId, t.kind, t.key), index().on(t.firmId, t.doneAt, t.notBefore)],
);
