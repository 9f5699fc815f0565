import { sql } from 'drizzle-orm';
import { boolean, index, integer, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Side } from '@steady/core/conversations';
import { firmId, id, moment, ofNamed, ofSeenAlways, ofSeenClient, ownFirm, version } from '../../platform/database';

/** What a client's people and people of the firm write to each other about one thing. */
export const conversations = pgTable(
  'conversations',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    clientId: uuid('client_id').notNull(),
    /** What it is about; nothing in particular where all are empty. */
    jobId: uuid('job_id'),
    askId: uuid('ask_id'),
    documentId: uuid('document_id'),
    /** What that ask or document was called then. */
    about: text('about'),
    /** Sealed where it is private. */
    subject: text('subject').notNull(),
    isPrivate: boolean('is_private').notNull().default(false),
    openedAt: moment('opened_at').notNull(),
    openedBy: text('opened_by').notNull(),
    /** Whoever of the firm answers. */
    holderId: uuid('holder_id').notNull(),
    /** Since when the client's people wait for an answer. */
    waitingSince: moment('waiting_since'),
    closedAt: moment('closed_at'),
    lastAt: moment('last_at').notNull(),
    lastBy: text('last_by').notNull(),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    ofNamed('conversations', { table: 'conversation_people', column: 'conversation_id' }),
    index().on(t.clientId),
    index('conversations_of_jobs').on(t.jobId),
    index('conversations_by_last').on(t.firmId, t.lastAt),
    index('conversations_waiting')
      .on(t.firmId)
      .where(sql`waiting_since is not null`),
  ],
);

/** Who is named in a conversation: people of the client, and people of the firm. */
export const conversationPeople = pgTable(
  'conversation_people',
  {
    id: id(),
    firmId: firmId(),
    conversationId: uuid('conversation_id')
      .notNull()
      .references(() => conversations.id),
    memberId: uuid('member_id'),
    contactId: uuid('contact_id'),
    since: moment('since').notNull(),
    leftAt: moment('left_at'),
    /** What of it they have seen. */
    readUntil: moment('read_until'),
    /** In the address to which they answer by mail. */
    replyKey: text('reply_key').notNull(),
  },
  (t) => [ownFirm(), index().on(t.conversationId), index().on(t.contactId), index().on(t.memberId), uniqueIndex().on(t.replyKey)],
);

/** What was written in a conversation, one after the other: words, or a file. */
export const conversationWords = pgTable(
  'conversation_words',
  {
    id: id(),
    firmId: firmId(),
    conversationId: uuid('conversation_id')
      .notNull()
      .references(() => conversations.id),
    at: moment('at').notNull(),
    side: text('side').$type<Side>().notNull(),
    by: text('by').notNull(),
    byMember: uuid('by_member'),
    byContact: uuid('by_contact'),
    /** Sealed where the conversation is private; empty for a file. */
    words: text('words').notNull(),
    isMail: boolean('is_mail').notNull().default(false),
    /** The address from which a mail came, where that is not its writer's. */
    fromAddress: text('from_address'),
    /** The document as which a file lies with the client. */
    documentId: uuid('document_id'),
    /** A file of a private conversation, which lies with no client as long as nobody files it: its address in the store. */
    fileAddress: text('file_address'),
    fileName: text('file_name'),
    fileKind: text('file_kind'),
    fileBytes: integer('file_bytes'),
    destroyedAt: moment('destroyed_at'),
  },
  (t) => [ownFirm(), ofSeenAlways('conversation_id', 'conversations'), index().on(t.conversationId, t.at), index('conversation_files').on(t.fileAddress)],
);
