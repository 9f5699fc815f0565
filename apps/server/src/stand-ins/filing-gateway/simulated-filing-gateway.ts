import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { type Filing, FilingGateway } from '../../outside/filing-gateway';
import { Clock } from '../../platform/clock';
import { Database } from '../../platform/database';
import { filings } from './filing-gateway.tables';

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
