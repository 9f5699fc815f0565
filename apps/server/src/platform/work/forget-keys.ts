import { and, eq, lt } from 'drizzle-orm';
import { idempotencyKeys } from './tables';
import type { Work } from './work';

/** No page is left open with a lost answer for so long. */
const DAYS = 30;

/** Forgets what was answered to requests so old that nobody sends them again. */
export async function forgetKeys({ tx, firm, now }: Work): Promise<void> {
  await tx.delete(idempotencyKeys).where(and(eq(idempotencyKeys.firmId, firm.id), lt(idempotencyKeys.at, now.subtract({ hours: 24 * DAYS }).toString())));
}
