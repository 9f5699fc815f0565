import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import { obligations } from './almanac.tables';

/** What the almanac knows of a client: the next deadline that is not over. */
export async function nextDueOfClient(work: Work, clientId: string): Promise<{ nextDue: { dueOn: string; name: string } | null }> {
  const [next] = await work.tx
    .select({ dueOn: obligations.dueOn, name: obligations.name })
    .from(obligations)
    .where(and(eq(obligations.clientId, clientId), inArray(obligations.status, ['open', 'filing'])))
    .orderBy(asc(obligations.dueOn), asc(obligations.id))
    .limit(1);
  return { nextDue: next ?? null };
}
