import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { type Collection, type CollectionOutcome, Collector } from '../../outside/collector';
import { Clock } from '../../platform/clock';
import { Database, toColumns } from '../../platform/database';
import { collections, collectorRefusals } from './collector.tables';

/** Pays at once, unless the next card is to be refused, which is said on the collector's own page. */
@Injectable()
export class SimulatedCollector extends Collector {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    super();
  }

  async collect(firmId: string, key: string, { amount, reference }: Collection): Promise<CollectionOutcome> {
    const kept = await this.database.transaction({ firmId }, async (tx) => {
      const [before] = await tx.select().from(collections).where(eq(collections.key, key));
      if (before) return before;
      const refuses = await tx.delete(collectorRefusals).where(eq(collectorRefusals.firmId, firmId)).returning();
      const outcome = refuses.length > 0 ? 'refused' : 'paid';
      const [made] = await tx
        .insert(collections)
        .values(toColumns(amount.currency, { firmId, key, amount, reference, outcome, at: this.clock.now().toString() }))
        .returning();
      return made!;
    });
    return kept.outcome === 'paid'
      ? { paid: true, reference: `COL-${kept.id.slice(-8).toUpperCase()}` }
      : { paid: false, why: 'The card was refused: no funds.' };
  }
}
