import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { AnswerKind, ElsewhereSource, InHandWay, ItemAsked, ItemState } from '@steady/core/asks';
import { day, firmId, id, moment, ofSeen, ofSeenClient, ownFirm, version } from '../../platform/database';
import { asks } from '../asks/asks.tables';

/** What an information request asks for, one by one. */
export const requestItems = pgTable(
  'request_items',
  {
    id: id(),
    firmId: firmId(),
    askId: uuid('ask_id')
      .notNull()
      .references(() => asks.id),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    description: text('description'),
    state: text('state').$type<ItemState>().notNull(),
    stateSince: moment('state_since').notNull(),
    sentBackReason: text('sent_back_reason'),
    /** When it was last sent back; null again once it was accepted. */
    sentBackAt: moment('sent_back_at'),
    period: text('period'),
    /** By when, where that is not the day of the whole request. */
    wantedBy: day('wanted_by'),
    /** Where it may be put as well. */
    link: text('link'),
    /** A document of the client that shows what is meant. */
    exampleId: uuid('example_id'),
  },
  (t) => [ownFirm(), ofSeen('ask_id', 'asks'), index().on(t.askId)],
);

/** What was said and sent about an item, by both sides. */
export const requestAnswers = pgTable(
  'request_answers',
  {
    id: id(),
    firmId: firmId(),
    itemId: uuid('item_id')
      .notNull()
      .references(() => requestItems.id),
    kind: text('kind').$type<AnswerKind>().notNull(),
    text: text('text'),
    documentId: uuid('document_id'),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    /** Which of the client's people that is; null where it was somebody of the firm. */
    byContact: uuid('by_contact'),
    /** When its words were destroyed. */
    destroyedAt: moment('destroyed_at'),
    /** Of a question: when it was answered. It stays open until then, whatever comes after it. */
    answeredAt: moment('answered_at'),
    /** Of what came in hand: how, and where the papers lie. */
    way: text('way').$type<InHandWay>(),
    place: text('place'),
    /** It does not count any more: whoever gave it took it back. */
    takenBackAt: moment('taken_back_at'),
  },
  (t) => [
    ownFirm(),
    ofSeen('item_id', 'request_items'),
    index().on(t.itemId),
    index('answers_of_people')
      .on(t.byContact)
      .where(sql`by_contact is not null`),
    index('open_questions')
      .on(t.itemId)
      .where(sql`kind = 'question' and answered_at is null`),
  ],
);

/** What the firm gets from elsewhere for a client, for good: it is not asked for. */
export const fromElsewhere = pgTable(
  'from_elsewhere',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    /** As it was asked for, and what tells it from others. */
    name: text('name').notNull(),
    thing: text('thing').notNull(),
    source: text('source').$type<ElsewhereSource>().notNull(),
    /** Who of the client's people said so, or which of ours knows it. */
    saidBy: text('said_by'),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    /** Since when the client is asked for it again. */
    endedAt: moment('ended_at'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    index('things_from_elsewhere')
      .on(t.clientId)
      .where(sql`ended_at is null`),
  ],
);

/** Requests that are asked with each job of a service line, for its period. */
export const requestsEachTime = pgTable(
  'requests_each_time',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    lineId: uuid('line_id').notNull(),
    /** The job with which it was first asked: its period is named in the words. */
    firstJob: text('first_job').notNull(),
    title: text('title').notNull(),
    items: jsonb('items').$type<ItemAsked[]>().notNull(),
    /** 1 to 28; 0 for the day on which the job begins. */
    dayOfMonth: integer('day_of_month').notNull(),
    /** Working days that the client has. */
    daysToAnswer: integer('days_to_answer').notNull(),
    isPortalOnly: boolean('is_portal_only').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    endedAt: moment('ended_at'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    index('asked_each_time')
      .on(t.lineId)
      .where(sql`ended_at is null`),
    index().on(t.clientId),
  ],
);

/** Requests whose words are kept, to be asked again of others. */
export const keptRequests = pgTable(
  'kept_requests',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    title: text('title').notNull(),
    /** Null: for jobs of all services. */
    serviceId: uuid('service_id'),
    /** Working days that clients have. */
    daysToAnswer: integer('days_to_answer').notNull(),
    items: jsonb('items').$type<KeptItem[]>().notNull(),
  },
  (t) => [ownFirm(), index().on(t.firmId)],
);

/** A thing as it is kept: what is true of one period or client alone is left out. */
export interface KeptItem {
  name: string;
  description: string | null;
  link: string | null;
}
