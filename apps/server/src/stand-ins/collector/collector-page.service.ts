import { Inject, Injectable } from '@nestjs/common';
import { desc, eq } from 'drizzle-orm';
import type { CollectorPage } from '@steady/contract/fees';
import { FULL_PAGE } from '@steady/contract/paging';
import { fromColumns } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import { SETTINGS, type Settings } from '../../platform/settings';
import type { Work } from '../../platform/work';
import { collections, collectorRefusals } from './collector.tables';

/** The page of the collector's stand-in: what it took and refused. A part of the demo; a real collector has its own. */
@Injectable()
export class CollectorPageService {
  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  async page(work: Work): Promise<CollectorPage> {
    this.demoOnly(work);
    const found = await work.tx
      .select()
      .from(collections)
      .where(eq(collections.firmId, work.firm.id))
      .orderBy(desc(collections.at), desc(collections.id))
      .limit(FULL_PAGE);
    const refusals = await work.tx.select().from(collectorRefusals).where(eq(collectorRefusals.firmId, work.firm.id));
    return {
      refusesNext: refusals.length > 0,
      rows: found.map((row) => {
        const { id, at, reference, amount, outcome } = fromColumns(row, 'amount');
        return { id, at, reference, amount, outcome: outcome === 'paid' ? 'paid' : 'refused' };
      }),
    };
  }

  /** Has the next card of the firm's clients refused, or taken again. */
  async refuseNext(work: Work, refuse: boolean): Promise<void> {
    this.demoOnly(work);
    const firmId = work.firm.id;
    if (refuse) await work.tx.insert(collectorRefusals).values({ firmId }).onConflictDoNothing();
    else await work.tx.delete(collectorRefusals).where(eq(collectorRefusals.firmId, firmId));
  }

  private demoOnly(work: Work): void {
    if (!this.settings.demo || !work.firm.demo) throw Problem.notFound('page');
  }
}
