import { index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { Answers, Questionnaire } from '@steady/core/questionnaires';
import { firmId, id, moment, ofSeen, ownFirm, version } from '../../platform/database';
import { asks } from '../asks/asks.tables';

/** Questionnaires of the firm, to be sent to clients. */
export const questionnaireTemplates = pgTable(
  'questionnaire_templates',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    name: text('name').notNull(),
    definition: jsonb('definition').$type<Questionnaire>().notNull(),
    retiredAt: moment('retired_at'),
  },
  () => [ownFirm()],
);

/** A questionnaire as a client was asked: its questions as they were then, and the answers. */
export const questionnaires = pgTable(
  'questionnaires',
  {
    id: id(),
    firmId: firmId(),
    askId: uuid('ask_id')
      .notNull()
      .unique()
      .references(() => asks.id),
    templateId: uuid('template_id').notNull(),
    templateVersion: integer('template_version').notNull(),
    definition: jsonb('definition').$type<Questionnaire>().notNull(),
    /** Bank accounts are sealed in them. */
    answers: jsonb('answers').$type<Answers>().notNull().default({}),
    sentInAt: moment('sent_in_at'),
    sentInBy: text('sent_in_by'),
    sentInByContact: uuid('sent_in_by_contact'),
    /** Answers that were sent back, by question, with why, and since when. */
    sentBack: jsonb('sent_back').$type<Record<string, string>>().notNull().default({}),
    sentBackAt: moment('sent_back_at'),
    lookedAt: moment('looked_at'),
    destroyedAt: moment('destroyed_at'),
  },
  (t) => [ownFirm(), ofSeen('ask_id', 'asks'), index().on(t.templateId)],
);
