import { Injectable } from '@nestjs/common';
import { asc, eq } from 'drizzle-orm';
import { daysAsCalendar } from '../../platform/files';
import type { Work } from '../../platform/work';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { obligations } from './almanac.tables';

/** What the almanac brings to a client's whole file: its deadlines, as a calendar and as a table. */
@Injectable()
export class AlmanacWholeFile {
  /** What the almanac brings to a client's whole file: its deadlines. */
  async parts(work: Work, { id, name }: FileOf): Promise<ZipEntry[]> {
    const found = await work.tx.select().from(obligations).where(eq(obligations.clientId, id)).orderBy(asc(obligations.dueOn), asc(obligations.id));
    const days = found.map((one) => ({
      id: one.id,
      on: one.dueOn,
      summary: `${one.name}, ${name}`,
      description: one.receipt ? `${one.status}, receipt ${one.receipt}` : one.status,
    }));
    return [
      { name: 'deadlines.ics', text: daysAsCalendar(`Deadlines of ${name}`, days, work.now) },
      ...table(
        'deadlines',
        found.map((one) => ({
          name: one.name,
          'period from': one.periodStart,
          'period to': one.periodEnd,
          'due on': one.dueOn,
          'our target': one.targetOn,
          status: one.status,
          receipt: one.receipt,
          'filed at': one.filedAt,
        })),
      ),
    ];
  }
}
