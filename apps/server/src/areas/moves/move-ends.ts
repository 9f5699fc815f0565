import { Injectable } from '@nestjs/common';
import { OWN_AUTHORITY } from '@steady/core/obligations';
import { moneyInWords } from '@steady/core/money';
import type { Work } from '../../platform/work';
import { type Job, JobParts } from '../jobs';

/** What is not done yet of a job that is about to be finished. */
@Injectable()
export class MoveEnds {
  constructor(private readonly parts: JobParts) {}

  /** A sentence each: a deadline that is not filed, time that is not billed. What somebody may not see is not said to them. */
  async of(work: Work, job: Job): Promise<string[]> {
    const { obligation, wip } = await this.parts.of(work, job, []);
    const unfiled =
      obligation?.status === 'open'
        ? [`Its deadline is not ${obligation.authority === OWN_AUTHORITY ? 'marked as done' : 'filed'} yet: it stays open in the almanac.`]
        : [];
    const unbilled = wip && wip.amount > 0 ? [`Recorded, not billed: ${moneyInWords(wip)}.`] : [];
    return [...unfiled, ...unbilled];
  }
}
