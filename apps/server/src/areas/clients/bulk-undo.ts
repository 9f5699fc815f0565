import { Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import type { BulkOutcome } from '@steady/contract/client-lists';
import { Ticks } from '../../platform/background/ticks';
import { type Identity, byItself } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { BulkService } from './bulk.service';
import { bulkChanges } from './clients.tables';

/** Takes changes of many back lot by lot, each in a transaction of its own; what was interrupted goes on with the next round. */
@Injectable()
export class BulkUndo implements OnModuleInit, OnApplicationShutdown {
  private readonly log = new Logger('Undo');
  private readonly going = new Map<string, Promise<unknown>>();
  private closed = false;

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
    const known = this.going.get(bulkId);
    if (known) return known as Promise<BulkOutcome>;
    const going = this.allLots(identity, bulkId).finally(() => this.going.delete(bulkId));
    this.going.set(bulkId, going);
    return going;
  }

  private async allLots(identity: Identity, bulkId: string): Promise<BulkOutcome> {
    try {
      for (;;) {
        if (this.closed) throw new Error('The application stops; the rest is taken back when it runs again');
        const outcome = await this.works.run(identity, (work) => this.bulk.undoNext(work, bulkId));
        if (outcome !== null) return outcome;
      }
    } catch (error) {
      if (!this.closed) await this.works.run(byItself(identity.firmId), (work) => this.bulk.letGo(work, bulkId));
      throw error;
    }
  }

  /** Waits for what is being taken back. */
  async settled(): Promise<void> {
    await Promise.all([...this.going.values()].map((one) => one.catch(() => undefined)));
  }

  async onApplicationShutdown(): Promise<void> {
    this.closed = true;
    await this.settled();
  }
}
