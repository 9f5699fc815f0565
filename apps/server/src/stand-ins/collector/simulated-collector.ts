import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { type Collection, type CollectionOutcome, Collector } from '../../outside/collector';
import { Clock } from '../../platform/clock';
import { Database, toColumns } from '../../platform/database';
import { collections } from './collector.tables';

/** Pays at once, unless the payer chose the card that is refused. */
@Injectable()
export class SimulatedCollector extends Collector {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    super();
  }

  async collect(firmId: string, key: string, { amount, reference, means }: Collection): Promise<CollectionOutcome> {
    const outcome = means === 'card without funds' ? 'refused' : 'paid';
    const [kept] = await this.database.transaction({ firmId }, async (tx) => {
      await tx
        .insert(collections)
        .values(toColumns(amount.currency, { firmId, key, amount, reference, outcome, at: this.clock.now().toString() }))
        .onConflictDoNothing();
      return tx.select().from(collections).where(eq(collections.key, key));
    });
    return kept!.outcome === 'paid'
      ? { paid: true, reference: `COL-${kept!.id.slice(-8).toUpperCase()}` }
      : { paid: false, why: 'The card was refused: no funds.' };
  }
}
