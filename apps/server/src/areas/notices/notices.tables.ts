import { sql } from 'drizzle-orm';
import { index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { NoticeOf, Telling } from '@steady/core/notices';
import { firmId, id, moment, ofSeenClient, ownFirm } from '../../platform/database';

/** How a person of the firm wants to be told of what clients do; as everybody is at first where there is no row. */
export const noticeWishes = pgTable(
  'notice_wishes',
  { firmId: firmId(), memberId: uuid('member_id').notNull(), wishes: jsonb('wishes').$type<Telling>().notNull() },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.memberId] })],
);

/** What a person is to be told of by mail. */
export const notices = pgTable(
  'notices',
  {
    id: id(),
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    /** Nothing for what belongs to no client yet. */
    clientId: uuid('client_id'),
    jobId: uuid('job_id'),
    of: text('of').$type<NoticeOf>().notNull(),
    /** "Dunmarra Oysters Ltd, VAT return: sent bank.pdf for Bank statement" */
    what: text('what').notNull(),
    how: text('how').$type<'at once' | 'once a day'>().notNull(),
    at: moment('at').notNull(),
    mailedAt: moment('mailed_at'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    index('notices_to_mail')
      .on(t.firmId, t.memberId)
      .where(sql`mailed_at is null`),
  ],
);
