import { sql } from 'drizzle-orm';
import { boolean, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { PapersCame } from '@steady/core/papers';
import { firmId, id, moment, ofSeenClient, ownFirm } from '../../platform/database';

/** Where papers of clients lie in the office. */
export const places = pgTable(
  'places',
  { id: id(), firmId: firmId(), name: text('name').notNull(), isRetired: boolean('is_retired').notNull().default(false) },
  (t) => [ownFirm(), unique().on(t.firmId, t.name)],
);

/** Papers of clients that came, until they are given back. */
export const papers = pgTable(
  'papers',
  {
    id: id(),
    firmId: firmId(),
    number: integer('number').notNull(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id'),
    what: text('what').notNull(),
    came: text('came').$type<PapersCame>().notNull(),
    broughtBy: text('brought_by'),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    placeId: uuid('place_id')
      .notNull()
      .references(() => places.id),
    givenBackAt: moment('given_back_at'),
    givenBackTo: text('given_back_to'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    unique().on(t.firmId, t.number),
    index().on(t.clientId),
    index('papers_in_the_office')
      .on(t.firmId, t.placeId)
      .where(sql`given_back_at is null`),
  ],
);

/** What was printed for clients on paper; the number stands on the return label. */
export const packets = pgTable(
  'packets',
  {
    id: id(),
    firmId: firmId(),
    number: integer('number').notNull(),
    askId: uuid('ask_id').notNull(),
    clientId: uuid('client_id').notNull(),
    kind: text('kind').$type<'packet' | 'follow-up'>().notNull(),
    printedAt: moment('printed_at').notNull(),
    printedBy: text('printed_by').notNull(),
    postedAt: moment('posted_at'),
    postedBy: text('posted_by'),
  },
  (t) => [ownFirm(), ofSeenClient(), unique().on(t.firmId, t.number), index().on(t.askId)],
);
