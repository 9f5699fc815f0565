import { type BeforeApplicationShutdown, Injectable, Logger } from '@nestjs/common';
import { and, asc, eq, gt, isNull, lt, or } from 'drizzle-orm';
import { byItself } from '../identity/actor';
import { type Work, Works } from '../work';
import { FileStore } from './file-store';
import { storedFiles } from './tables';

const AT_A_TIME = 100;
/** A file is looked at again after so many hours. */
const HOURS = 20;
/** What no record names is thrown away when it is so old that nothing can be about to name it. */
const MILLISECONDS_TO_NAME_IT = 24 * 3_600_000;

/** The nightly round over the files of clients: each is there and is what was kept; what no record names is thrown away. */
@Injectable()
export class FilesRound implements BeforeApplicationShutdown {
  private readonly log = new Logger('Files');

  constructor(
    private readonly works: Works,
    private readonly store: FileStore,
  ) {}

  private stopped = false;
  private going: Promise<unknown> = Promise.resolve();

  /** Ends after the files that are being looked at, before the database is closed. */
  async beforeApplicationShutdown(): Promise<void> {
    this.stopped = true;
    await this.going.catch(() => undefined);
  }

  /** Looks at all files that were not looked at of late. It can be ended and begun again anywhere. @returns how many are not as they were */
  go(firmId: string): Promise<number> {
    const going = this.lookAtAll(firmId);
    this.going = going;
    return going;
  }

  private async lookAtAll(firmId: string): Promise<number> {
    let wrong = 0;
    for (let after = ''; !this.stopped;) {
      const { found, now } = await this.works.run(byItself(firmId), async (work) => ({ found: await this.due(work, after), now: work.now.toString() }), {
        readOnly: true,
      });
      if (found.length === 0) break;
      after = found.at(-1)!.address;
      const looked = await Promise.all(
        found.map(async ({ address, sealedHash }) => {
          const hash = await this.store.sealedHash(firmId, address);
          return { address, wrong: hash === null ? ('missing' as const) : hash === sealedHash ? null : ('damaged' as const) };
        }),
      );
      wrong += looked.filter((one) => one.wrong !== null).length;
      await this.works.run(byItself(firmId), async (work) => {
        for (const one of looked)
          await work.tx
            .update(storedFiles)
            .set({ wrong: one.wrong, checkedAt: now })
            .where(and(eq(storedFiles.firmId, firmId), eq(storedFiles.address, one.address)));
      });
    }
    if (wrong > 0) this.log.error(`${wrong} files of ${firmId} are missing or damaged. They are listed under Firm, Backups.`);
    await this.clearUnclaimed(firmId);
    return wrong;
  }

  private due(work: Work, after: string) {
    return work.tx
      .select({ address: storedFiles.address, sealedHash: storedFiles.sealedHash })
      .from(storedFiles)
      .where(
        and(
          eq(storedFiles.firmId, work.firm.id),
          gt(storedFiles.address, after),
          or(isNull(storedFiles.checkedAt), lt(storedFiles.checkedAt, work.now.subtract({ hours: HOURS }).toString())),
        ),
      )
      .orderBy(asc(storedFiles.address))
      .limit(AT_A_TIME);
  }

  private async clearUnclaimed(firmId: string): Promise<void> {
    for await (const { address, at } of this.store.onShelf(firmId)) {
      if (this.stopped) return;
      if (Date.now() - at <= MILLISECONDS_TO_NAME_IT) continue;
      await this.works.run(
        byItself(firmId),
        async (work) => {
          const [claimed] = await work.tx
            .select({ address: storedFiles.address })
            .from(storedFiles)
            .where(and(eq(storedFiles.firmId, firmId), eq(storedFiles.address, address)));
          if (!claimed) await this.store.removeFromShelf(firmId, address);
        },
        { readOnly: true },
      );
    }
  }
}
