import { Controller } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { Health } from '@steady/contract/health';
import * as routes from '@steady/contract/health.routes';
import { Backups } from '../backups/backups';
import { Database } from '../database';
import { Problem } from './problem';
import { type AskedOutside, DoesOutside } from './routes';

/** For whoever runs the application: whether it is alive, and whether it can do its work. */
@Controller()
export class HealthController {
  constructor(
    private readonly database: Database,
    private readonly backups: Backups,
  ) {}

  @DoesOutside(routes.health)
  health(_asked: AskedOutside<typeof routes.health>): Health {
    return { status: 'alive' };
  }

  /** Ready when the database answers and may be written to. */
  @DoesOutside(routes.ready)
  async ready(_asked: AskedOutside<typeof routes.ready>): Promise<Health> {
    try {
      await this.database.transaction({ within: true }, (tx) => tx.execute(sql`select 1`));
      if (!this.database.isLow() && !this.database.foundDamaged) {
        const [newest] = await this.backups.list();
        return { status: 'ready', ...(newest ? { backup: { at: newest.at, proved: newest.proved } } : {}) };
      }
    } catch {
      // Said below, like a disk that is nearly full.
    }
    throw Problem.of(503, 'not-ready', 'Not ready', 'The database does not answer or is damaged, or the disk is nearly full. The log says more.');
  }
}
