import { eq, sql } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import { serviceLines } from './services.tables';

/** How many lines of clients go by each rule, by the rule's id. */
export async function linesByRule(work: Work): Promise<Map<string, number>> {
  const rule = sql<string>`jsonb_array_elements_text(${serviceLines.ruleIds})`;
  const each = work.tx
    .select({ rule: rule.as('rule') })
    .from(serviceLines)
    .where(eq(serviceLines.firmId, work.firm.id))
    .as('each');
  const found = await work.tx
    .select({ rule: each.rule, lines: sql<number>`count(*)::int` })
    .from(each)
    .groupBy(each.rule);
  return new Map(found.map((one) => [one.rule, one.lines]));
}
