import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { Clock } from '../platform/clock';
import { Database } from '../platform/database';
import { type Collection, type CollectionOutcome, Collector, type Filing, FilingGateway, type Letter, PostRoom } from './outside';
import { collections, filings, postRoom } from './stand-ins.tables';

/** Keeps every message where it can be read, in place of sending it. Refuses addresses that end in "bounces.example". */
@Injectable()
export class SimulatedPostRoom extends PostRoom {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    super();
  }

  async take(firmId: string, key: string, { forStaff = false, ...letter }: Letter): Promise<void> {
    if (letter.address.endsWith('@bounces.example')) throw new Error(`${letter.address} does not take mail`);
    await this.database.transaction({ firmId }, (tx) =>
      tx
        .insert(postRoom)
        .values({ firmId, key, at: this.clock.now().toString(), forStaff, ...letter })
        .onConflictDoNothing(),
    );
  }
}

/** Pays at once, unless the payer chose the card that is refused. */
@Injectable()
export class SimulatedCollector extends Collector {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    super();
  }

  async collect(firmId: string, key: string, collection: Collection): Promise<CollectionOutcome> {
    const outcome = collection.means === 'card without funds' ? 'refused' : 'paid';
    const [kept] = await this.database.transaction({ firmId }, async (tx) => {
      await tx
        .insert(collections)
        .values({ firmId, key, amount: collection.amount, reference: collection.reference, outcome, at: this.clock.now().toString() })
        .onConflictDoNothing();
      return tx.select().from(collections).where(eq(collections.key, key));
    });
    return kept!.outcome === 'paid'
      ? { paid: true, reference: `COL-${kept!.id.slice(-8).toUpperCase()}` }
      : { paid: false, why: 'The card was refused: no funds.' };
  }
}

/** Takes every return and gives a receipt. */
@Injectable()
export class SimulatedFilingGateway extends FilingGateway {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {
    super();
  }

  async file(firmId: string, key: string, filing: Filing): Promise<{ receipt: string; at: string }> {
    const [kept] = await this.database.transaction({ firmId }, async (tx) => {
      const digits = BigInt(`0x${createHash('sha256').update(key).digest('hex').slice(0, 12)}`)
        .toString()
        .padStart(10, '0');
      const receipt = `${digits.slice(0, 4)}-${digits.slice(4, 8)}-${digits.slice(8, 10)}`;
      await tx
        .insert(filings)
        .values({ firmId, key, ...filing, receipt, at: this.clock.now().toString() })
        .onConflictDoNothing();
      return tx.select().from(filings).where(eq(filings.key, key));
    });
    return { receipt: kept!.receipt, at: kept!.at };
  }
}
