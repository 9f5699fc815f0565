import { type SQL, eq, sql } from 'drizzle-orm';
import type { ListField } from '../../platform/lists';
import { members } from './team.tables';

/** A person of the firm whose id stands in a column: shown by name, compared by id, sorted by last name. */
export const personField = (key: string, name: string, column: string): ListField => {
  const of = (what: string) => sql.join([sql.raw(`(select ${what} from `), sql`${members} m where m.id = `, sql.raw(`${column})`)]);
  return {
    key,
    name,
    kind: 'person',
    value: of('m.name'),
    compared: sql.raw(column),
    sort: of(`regexp_replace(m.name, '^.*\\s', '') || ' ' || m.name collate "unicode"`),
    names: async (work) => {
      const found = await work.tx.select({ id: members.id, name: members.name }).from(members).where(eq(members.firmId, work.firm.id));
      return new Map(found.map((one) => [one.id, one.name]));
    },
  };
};

/** The short name of the one whose id a statement gives. */
export const shortNameOf = (id: string): ListField['value'] => sql.join([sql`(select m.short_name from ${members} m where m.id = `, sql.raw(`${id})`)]);

/** The name of the person of the firm whose id stands in `id`, as part of a statement of another area. */
export const personName = (id: SQL): SQL<string> => sql<string>`(select ${members.name} from ${members} where ${members.id} = ${id})`;

/** Whether the person of the firm whose id stands in `id` works here now, and sees a client: every one, or this by a grant. */
export const worksFor = (id: SQL, isGranted: SQL): SQL<boolean> =>
  sql<boolean>`exists (select 1 from ${members} where ${members.id} = ${id} and ${members.standing} = 'active' and (${members.allClients} or ${isGranted}))`;
