import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import type { JobView } from '@steady/contract/jobs';
import type { Work } from '../../platform/work';
import type { Job } from '../jobs';
import { FirmRules } from '../rules';
import { obligations } from './almanac.tables';

/** What the almanac knows of a job: the obligation that it was begun for. */
@Injectable()
export class ObligationOfJobs {
  constructor(private readonly rules: FirmRules) {}

  /** The obligation that a job was begun for, with its workings; null for a job begun by hand. */
  async part(work: Work, { obligationId }: Job): Promise<Pick<JobView, 'obligation'>> {
    if (obligationId === null) return { obligation: null };
    const { id, status, receipt, filedAt, filedBy, ruleId, workings } = obligations;
    const [found] = await work.tx.select({ id, status, receipt, filedAt, filedBy, ruleId, workings }).from(obligations).where(eq(id, obligationId));
    if (!found) return { obligation: null };
    const { ruleId: rule, ...obligation } = found;
    return { obligation: { ...obligation, authority: (await this.rules.of(work)).byId(rule).authority } };
  }
}
