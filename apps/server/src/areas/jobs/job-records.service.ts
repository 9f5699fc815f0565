import { Injectable } from '@nestjs/common';
import { type AnyColumn, type SQL, type Table, sql } from 'drizzle-orm';

type OfJobs = Table & { jobId: AnyColumn };

/** The records that stand on jobs, said by the areas whose they are: a job that has any was worked on, and is not taken back. */
@Injectable()
export class JobRecords {
  private readonly holding: OfJobs[] = [];

  /** Says that a job with rows in these tables was worked on. */
  hold(...tables: OfJobs[]): void {
    this.holding.push(...tables);
  }

  /** That nothing stands on the job whose id stands in `id`, as a condition. */
  untouched(id: SQL): SQL {
    const none = this.holding.map((table) => sql`not exists (select from ${table} where ${table.jobId} = ${id})`);
    return none.length > 0 ? sql.join(none, sql` and `) : sql`true`;
  }
}
