import { Injectable } from '@nestjs/common';
import { asc, eq } from 'drizzle-orm';
import { wantedOf } from '@steady/core/asks';
import type { Work } from '../../platform/work';
import { JobsService } from '../jobs';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { askParties, asks } from './asks.tables';

/** What asks bring to a client's whole file: everything that was wanted of it, and from whom. */
@Injectable()
export class AsksWholeFile {
  constructor(private readonly jobs: JobsService) {}

  /** What asks bring to a client's whole file: what was asked, of whom, and what became of it. */
  async parts(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const numbers = await this.jobs.numbersOf(work, id);
    const found = await work.tx
      .select({ ask: asks, party: askParties })
      .from(asks)
      .innerJoin(askParties, eq(askParties.askId, asks.id))
      .where(eq(asks.clientId, id))
      .orderBy(asc(asks.askedAt), asc(asks.id), asc(askParties.position));
    return table(
      'asks',
      found.map(({ ask, party }) => ({
        job: ask.jobId && numbers.get(ask.jobId),
        kind: ask.kind,
        title: ask.title,
        state: ask.state,
        since: ask.stateSince,
        'wanted by': ask.wantedBy,
        'asked at': ask.askedAt,
        'asked by': ask.askedBy,
        reason: ask.reason,
        'asked of': party.name,
        'of the firm': party.memberId === null ? 'no' : 'yes',
        'wanted of them by': wantedOf(party, ask),
        'their state': party.state,
        'their turn since': party.turnSince,
        'done at': party.doneAt,
        'refused because': party.reason,
      })),
    );
  }
}
