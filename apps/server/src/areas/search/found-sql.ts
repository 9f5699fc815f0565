import { type SQL, sql } from 'drizzle-orm';
import type { Looked } from '@steady/core/searching';
import type { Found } from '@steady/contract/search';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

/** As many are looked at to find the best of them. */
const LOOKED_AT = 200;
/** Of a short list so many at most. */
const OF_A_SHORT_LIST = 50;

/**
 * The ids of what is found through an index that row level security keeps from being used otherwise, for `where ... in`. Of the firm that
 * asks; whether whoever asks may see the rows is for the statement around it.
 */
export const foundIn = (what: 'clients' | 'contacts' | 'documents' | 'open jobs', { patterns }: Looked, most = LOOKED_AT) =>
  sql`(select found_in(${what}, ${sql.param(patterns)}::text[], ${most}))`;

/** The same by the words that stand inside documents, each as the beginning of one. */
export const foundInTexts = ({ plain }: Looked, most = LOOKED_AT) => sql`(select found_in_texts(${sql.param(plain.split(' '))}::text[], ${most}))`;

/**
 * Finds things of a short list by name. @param of the table, as x, with its id and name
 * @param beside what stands beside the name
 */
export const foundByName =
  (kind: string, of: SQL, beside = sql`''`) =>
  async (work: Work, { patterns }: Looked): Promise<Found[]> => {
    const found = await rows<Omit<Found, 'kind'>>(
      work.tx,
      sql`select x.id, x.name, ${beside} as beside from ${of} x
          where x.firm_id = ${work.firm.id} and plain_letters(x.name) like all (${sql.param(patterns)}::text[])
          order by length(x.name), x.id limit ${OF_A_SHORT_LIST}`,
    );
    return found.map((one) => ({ ...one, kind }));
  };
