import { Injectable, Logger, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import type { BulkOutcome } from '@steady/contract/client-lists';
import { Ticks } from '../../platform/background/ticks';
import { type Identity, byItself } from '../../platform/identity';
import { LongActs, type Work, Works } from '../../platform/work';
import { BulkService } from './bulk.service';
import { bulkChanges } from './clients.tables';

/** Takes changes of many back lot by lot, each in a transaction of its own; what was interrupted goes on with the next round. */
@Injectable()
export class BulkUndo implements OnModuleInit, BeforeApplicationShutdown {
  private readonly log = new Logger('Undo');
  private readonly acts = new LongActs();

  constructor(
    private readonly works: Works,
    private readonly ticks: Ticks,
    private readonly bulk: BulkService,
  ) {}

  onModuleInit(): void {
    this.ticks.register('changes that are taken back', (work) => this.goOnWithAll(work));
  }

  private async goOnWithAll(work: Work): Promise<void> {
    const found = await work.tx
      .select({ id: bulkChanges.id })
      .from(bulkChanges)
      .where(and(eq(bulkChanges.firmId, work.firm.id), eq(bulkChanges.going, 'back')));
    const identity = byItself(work.firm.id);
    for (const { id } of found) work.afterwards(() => void this.goOn(identity, id).catch((error: unknown) => this.log.error(error)));
  }

  /** Undoes a change. @returns which stay as they are */
  async undo(identity: Identity, bulkId: string): Promise<BulkOutcome> {
    await this.works.run(identity, (work) => this.bulk.beginUndo(work, bulkId));
    return this.goOn(identity, bulkId);
  }

  private goOn(identity: Identity, bulkId: string): Promise<BulkOutcome> {
    return this.acts.run(bulkId, () => this.allLots(identity, bulkId));
  }

  private async allLots(identity: Identity, bulkId: string): Promise<BulkOutcome> {
    try {
      for (;;) {
        if (this.acts.isStopped) throw new Error('The application stops; the rest is taken back when it runs again');
        const outcome = await this.works.run(identity, (work) => this.bulk.undoNext(work, bulkId));
        if (outcome !== null) return outcome;
      }
    } catch (error) {
      if (!this.acts.isStopped) await this.works.run(byItself(identity.firmId), (work) => this.bulk.letGo(work, bulkId));
      throw error;
    }
  }

  /** Waits for what is being taken back. */
  settled(): Promise<void> {
    return this.acts.settled();
  }

  /** Before the database is closed. */
  beforeApplicationShutdown(): Promise<void> {
    return this.acts.stop();
  }
}
