import { Injectable, Logger, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { and, eq, isNotNull, sql } from 'drizzle-orm';
import { Ticks } from '../../platform/background/ticks';
import { rows } from '../../platform/database';
import { LiveNotices } from '../../platform/events';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { type Identity, byItself } from '../../platform/identity';
import { staffActor } from '../team';
import { LongActs, type Work, Works } from '../../platform/work';
import { BroughtInService, BulkService } from '../clients';
import { Comparisons } from './comparisons.queries';
import { type ComingIn, imports } from './imports.tables';
import { type ImportLot, PlanImport } from './tasks';

type Import = typeof imports.$inferSelect;

const count = (number: number, one: string) => `${number} ${one}${number === 1 ? '' : 's'}`;
const LOTS_TOGETHER = 20;
/** Rows that were refused and are named in the outcome. */
const NAMED = 5;

/** What came of a file. */
function inWords({ fresh, changed, left, refused }: ComingIn): string {
  const said = `${count(fresh, 'client')} imported, ${changed - refused.length} changed, ${count(left + refused.length, 'row')} left out`;
  if (refused.length === 0) return said;
  const named = refused.slice(0, NAMED).map(({ client, why }) => `${client}: ${why}`);
  const more = refused.length - named.length;
  return `${said}. Not allowed: ${named.join(' ')}${more > 0 ? ` And ${more} more.` : ''}`;
}

/**
 * Writes a file of clients lot by lot, each in a transaction of its own, so that others come in between. What the end of
 * the application interrupted goes on with the next round, and nothing is written twice: a lot goes away with what it wrote.
 */
@Injectable()
export class BringingIn implements OnModuleInit, BeforeApplicationShutdown {
  private readonly log = new Logger('Import');
  private readonly acts = new LongActs();

  constructor(
    private readonly works: Works,
    private readonly ticks: Ticks,
    private readonly broughtIn: BroughtInService,
    private readonly bulk: BulkService,
    private readonly heavy: HeavyWork,
    private readonly live: LiveNotices,
    private readonly comparisons: Comparisons,
  ) {}

  onModuleInit(): void {
    this.ticks.register('files that are being brought in', (work) => this.goOnWithAll(work));
  }

  private async goOnWithAll(work: Work): Promise<void> {
    const found = await work.tx
      .select({ id: imports.id })
      .from(imports)
      .where(and(eq(imports.firmId, work.firm.id), isNotNull(imports.coming)));
    for (const { id } of found) work.afterwards(() => this.goOn(work.firm.id, id));
  }

  /** Goes on with a file, unless that is being done. */
  goOn(firmId: string, importId: string): void {
    if (!this.acts.isStopped) void this.acts.run(importId, () => this.write(firmId, importId)).catch((error: unknown) => this.log.error(error));
  }

  /** Waits for what is being imported. */
  settled(): Promise<void> {
    return this.acts.settled();
  }

  /** How many rows are still to be written. */
  async left(work: Work, importId: string): Promise<number> {
    const [found] = await rows<{ left: number }>(work.tx, sql`select coalesce(sum(size), 0)::int as left from import_lots where import_id = ${importId}`);
    return found!.left;
  }

  /** Whoever asked for it, as they stand now; where they left, the firm itself in their name. */
  private async whoAsked(firmId: string, importId: string): Promise<{ identity: Identity; found: Import } | null> {
    return this.works.run(
      byItself(firmId),
      async (work) => {
        const [found] = await work.tx.select().from(imports).where(eq(imports.id, importId));
        if (!found?.coming) return null;
        const actor = await staffActor(work.tx, found.byId, work.now);
        const { confirmed } = found.coming;
        return { found, identity: { firmId, actor: actor ? { ...actor, confirmed } : { kind: 'system' as const, id: null, name: found.by } } };
      },
      { readOnly: true },
    );
  }

  private async write(firmId: string, importId: string): Promise<void> {
    const asked = await this.whoAsked(firmId, importId);
    if (asked === null) return;
    const { identity, found } = asked;
    if (found.coming!.whole === null && !(await this.layOut(identity, found))) return;
    while (!this.acts.isStopped) {
      const step = await this.works.run(identity, (work) => this.writeOne(work, importId));
      if (step === null) return;
      this.live.progress({ firmId, memberId: found.byId, of: importId, ...step });
    }
  }

  /** Lays out in lots what is to be written. @returns false where that cannot be */
  private async layOut(identity: Identity, found: Import): Promise<boolean> {
    const { id, coming, file } = found;
    const comparison = await this.works.run(identity, (work) => this.comparisons.of(work, found), { readOnly: true });
    try {
      const { fresh, changed, left, lots } = await this.heavy.run(PlanImport, { ...comparison, decisions: coming!.decisions });
      await this.works.run(identity, (work) => work.tx.execute(sql`delete from import_lots where import_id = ${id}`));
      for (let from = 0; from < lots.length; from += LOTS_TOGETHER)
        await this.works.run(identity, async (work) => {
          for (const [at, lot] of lots.slice(from, from + LOTS_TOGETHER).entries())
            await work.tx.execute(
              sql`insert into import_lots (firm_id, import_id, lot, size, rows) values (${work.firm.id}, ${id}, ${from + at}, ${lot.size}, ${lot.text}::jsonb)`,
            );
        });
      await this.works.run(identity, async (work) => {
        const bulkId = lots.length > 0 ? await this.bulk.begin(work, file, found.byId) : null;
        const whole = { fresh, changed, left, refused: [] };
        await work.tx
          .update(imports)
          .set({ bulkId, coming: { ...coming!, whole } })
          .where(eq(imports.id, id));
      });
      return true;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      await this.works.run(identity, (work) => this.end(work, id, `Nothing was imported: ${error.detail}`));
      return false;
    }
  }

  /** Writes the next lot. @returns how far it is; null when nothing is left */
  private async writeOne(work: Work, importId: string): Promise<{ done: number; total: number } | null> {
    const [locked] = await work.tx.select().from(imports).where(eq(imports.id, importId)).for('update');
    if (!locked?.coming?.whole) return null;
    const { bulkId, coming, file } = locked;
    const whole = coming.whole!;
    const total = whole.fresh + whole.changed;
    const [next] = await rows<{ lot: number; rows: ImportLot }>(
      work.tx,
      sql`delete from import_lots where import_id = ${importId} and lot = (select min(lot) from import_lots where import_id = ${importId}) returning lot, rows`,
    );
    if (next) {
      const written = await this.broughtIn.write(work, next.rows.fresh, next.rows.changed);
      await this.bulk.addLot(work, bulkId!, next.lot, written.rows);
      if (written.refused.length > 0)
        await work.tx
          .update(imports)
          .set({ coming: { ...coming, whole: { ...whole, refused: [...whole.refused, ...written.refused] } } })
          .where(eq(imports.id, importId));
      return { done: total - (await this.left(work, importId)), total };
    }
    const said = inWords(whole);
    if (bulkId !== null) {
      await this.broughtIn.told(work, await this.bulk.addedIn(work, bulkId));
      await this.bulk.finish(work, bulkId, `${said} (${file})`);
    }
    await this.end(work, importId, said);
    return null;
  }

  private async end(work: Work, importId: string, outcome: string): Promise<void> {
    await work.tx.update(imports).set({ outcome, coming: null }).where(eq(imports.id, importId));
    await work.tx.execute(sql`delete from import_parts where import_id = ${importId}`);
  }

  /** Before the database is closed. */
  beforeApplicationShutdown(): Promise<void> {
    return this.acts.stop();
  }
}
