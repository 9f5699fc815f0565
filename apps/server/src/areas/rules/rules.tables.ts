import { boolean, jsonb, pgTable, text, unique } from 'drizzle-orm/pg-core';
import type { FilingRule } from '@steady/core/obligations';
import { firmId, id, ownFirm, version } from '../../platform/database';

/** A filing rule of the firm's own: written by itself, or a copy of one that ships with the application. */
export const firmRules = pgTable(
  'firm_rules',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    /** By this id lines and deadlines know it; it differs from every shipped one. */
    ruleId: text('rule_id').notNull(),
    definition: jsonb('definition').$type<FilingRule>().notNull(),
    copiedFrom: text('copied_from'),
    /** The shipped rule as it was when it was copied, or when somebody last saw that it had changed. */
    copiedAs: jsonb('copied_as').$type<FilingRule>(),
    /** No line may take it any more. */
    retired: boolean('retired').notNull().default(false),
  },
  (t) => [ownFirm(), unique().on(t.firmId, t.ruleId)],
);
