import { asc, eq, inArray } from 'drizzle-orm';
import type { Tx } from '../database';
import { firms } from './tables';

export type FirmRow = typeof firms.$inferSelect;

/** A firm as it is kept; read where nobody acts for it yet, in a transaction that sees it. */
export async function firmById(tx: Tx, firmId: string): Promise<FirmRow | undefined> {
  const [firm] = await tx.select().from(firms).where(eq(firms.id, firmId));
  return firm;
}

/** The firm that the demo came with; nothing where there is none. */
export async function demoFirm(tx: Tx): Promise<FirmRow | undefined> {
  const [firm] = await tx.select().from(firms).where(eq(firms.demo, true)).orderBy(asc(firms.id)).limit(1);
  return firm;
}

/** What firms are called, by id. */
export async function firmNames(tx: Tx, firmIds: readonly string[]): Promise<Map<string, string>> {
  if (firmIds.length === 0) return new Map();
  const found = await tx
    .select({ id: firms.id, name: firms.name })
    .from(firms)
    .where(inArray(firms.id, [...firmIds]));
  return new Map(found.map((firm) => [firm.id, firm.name]));
}

/** True when no firm was founded yet. */
export async function isWithoutFirms(tx: Tx): Promise<boolean> {
  return (await tx.select({ id: firms.id }).from(firms).limit(1)).length === 0;
}
