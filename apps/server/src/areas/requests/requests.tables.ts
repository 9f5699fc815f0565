import { boolean, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { AnswerView, ItemState } from '@steady/contract/requests';
import { day, firmId, id, moment, ofSeen, ofSeenClient, ownFirm } from '../../platform/database';

export const requests = pgTable(
  'requests',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id').notNull(),
    /** The phase in which it was sent; the job leaves it only when the request is complete. */
    phaseKey: text('phase_key').notNull(),
    /** Which of the requests planned for that phase it is; null when it is none of them. */
    planKey: text('plan_key'),
    title: text('title').notNull(),
    dueOn: day('due_on').notNull(),
    sentAt: moment('sent_at').notNull(),
    sentBy: text('sent_by').notNull(),
    complete: boolean('complete').notNull().default(false),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.jobId), index().on(t.clientId)],
);

export const requestItems = pgTable(
  'request_items',
  {
    id: id(),
    firmId: firmId(),
    requestId: uuid('request_id')
      .notNull()
      .references(() => requests.id),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    description: text('description'),
    state: text('state').$type<ItemState>().notNull(),
    stateSince: moment('state_since').notNull(),
    sentBackReason: text('sent_back_reason'),
  },
  (t) => [ownFirm(), ofSeen('request_id', 'requests'), index().on(t.requestId)],
);

export const requestAnswers = pgTable(
  'request_answers',
  {
    id: id(),
    firmId: firmId(),
    itemId: uuid('item_id')
      .notNull()
      .references(() => requestItems.id),
    kind: text('kind').$type<AnswerView['kind']>().notNull(),
    text: text('text'),
    documentId: uuid('document_id'),
    at: moment('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [ownFirm(), ofSeen('item_id', 'request_items'), index().on(t.itemId)],
);
