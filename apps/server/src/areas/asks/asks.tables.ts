import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { AskState, ForUs, Owed, PartyState } from '@steady/core/asks';
import { day, firmId, id, moment, ofSeen, ofSeenClient, ownFirm, version } from '../../platform/database';

/** Everything wanted from a client, of whatever kind. What an ask of a kind is about stands in tables of that kind's area. */
export const asks = pgTable(
  'asks',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id'),
    /** The phase for which it counts; a kind that holds its phase keeps the job in it until the ask is done. */
    phaseKey: text('phase_key'),
    kind: text('kind').notNull(),
    /** Which of those planned for that phase it is; null when it is none of them. */
    planKey: text('plan_key'),
    title: text('title').notNull(),
    words: text('words'),
    wantedBy: day('wanted_by').notNull(),
    state: text('state').$type<AskState>().notNull(),
    stateSince: moment('state_since').notNull(),
    askedAt: moment('asked_at').notNull(),
    askedBy: text('asked_by').notNull(),
    /** Who of the firm that is; null for what was asked by itself. */
    askedById: uuid('asked_by_id'),
    endedAt: moment('ended_at'),
    /** Why it was withdrawn. */
    reason: text('reason'),
    /** Its job ended: the client is asked no more, what has come is still looked at. */
    released: boolean('released').notNull().default(false),
    /** Somebody has stopped its follow-ups. */
    isStopped: boolean('is_stopped').notNull().default(false),
    /** How many follow-ups have gone out by themselves, and when the next is due; nothing where none is. */
    followUps: integer('follow_ups').notNull().default(0),
    nextFollowUpOn: day('next_follow_up_on'),
    /** Since when a letter that asks again waits to be printed, for a client on paper. */
    letterDueSince: moment('letter_due_since'),
    /** The day on which it goes out; null for what went out at once. */
    sendOn: day('send_on'),
    /** The client is told in the portal, and not written to. */
    isPortalOnly: boolean('is_portal_only').notNull().default(false),
    /** For which day the client promised what is missing; nothing where it did not. */
    promisedFor: day('promised_for'),
    /** What lies with the client, and what with us, as the core worked them out when something last happened. */
    owed: jsonb('owed').$type<Owed[]>().notNull().default([]),
    forUs: jsonb('for_us').$type<ForUs[]>().notNull().default([]),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    index().on(t.jobId),
    index().on(t.clientId),
    index('asks_followed_up')
      .on(t.firmId, t.nextFollowUpOn)
      .where(sql`state = 'with the client'`),
    index('planned_asks')
      .on(t.firmId, t.sendOn)
      .where(sql`state = 'planned'`),
    index('asks_for_us')
      .on(t.firmId)
      .where(sql`for_us <> '[]'`),
  ],
);

/** Those who are asked, in order. */
export const askParties = pgTable(
  'ask_parties',
  {
    id: id(),
    firmId: firmId(),
    askId: uuid('ask_id')
      .notNull()
      .references(() => asks.id),
    position: integer('position').notNull(),
    /** Null for whoever of the client's people gets asks of that kind. */
    contactId: uuid('contact_id'),
    /** The person of the firm that it is, where it is none of the client's. */
    memberId: uuid('member_id'),
    name: text('name').notNull(),
    state: text('state').$type<PartyState>().notNull(),
    /** Since when it is their turn; null as long as somebody before them has not finished. */
    turnSince: moment('turn_since'),
    doneAt: moment('done_at'),
    /** Why they refused. */
    reason: text('reason'),
    /** By when their part is wanted; null where that is the day of the whole ask. */
    wantedBy: day('wanted_by'),
  },
  (t) => [ownFirm(), ofSeen('ask_id', 'asks'), index().on(t.askId), index().on(t.contactId)],
);
