import { integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { Procedure } from '@steady/core/procedures';
import { firmId, id, moment, ownFirm, version } from '../../platform/database';

export const procedures = pgTable(
  'procedures',
  { id: id(), firmId: firmId(), version: version(), name: text('name').notNull(), definition: jsonb('definition').$type<Procedure>().notNull() },
  () => [ownFirm()],
);

/** What a procedure said before it was changed: jobs begun by that version go on by it. */
export const procedureVersions = pgTable(
  'procedure_versions',
  {
    id: id(),
    firmId: firmId(),
    procedureId: uuid('procedure_id').notNull(),
    number: integer('number').notNull(),
    definition: jsonb('definition').$type<Procedure>().notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [ownFirm(), unique().on(t.procedureId, t.number)],
);
