import { Injectable } from '@nestjs/common';
import type { ActionOf } from '@steady/core/procedures';
import { compareMoney, minus, times } from '@steady/core/money';
import type { Work } from '../../../platform/work';
import { FeesService } from '../../fees';
import { type Job, agreedFee } from '../../jobs';
import { type CarriedOut, type Step, brought, nothing } from './step';

/** Drafts a bill of a share of the agreed fee. */
@Injectable()
export class BillStep implements Step<'bill', { invoiceId: string }> {
  constructor(private readonly fees: FeesService) {}

  async carryOut(work: Work, { share }: ActionOf<'bill'>, job: Job): Promise<CarriedOut<{ invoiceId: string }>> {
    if (job.category === 'not charged') return nothing('nothing, as the job is not charged');
    const ofFee = times(agreedFee(job), share / 100);
    if (ofFee.amount <= 0) return nothing('nothing, as no fee is agreed');
    // What is billed or drafted already is not drafted again.
    const left = minus(agreedFee(job), await this.fees.claimed(work, job.id));
    if (left.amount <= 0) return nothing('nothing, as the whole fee is billed or drafted already');
    const amount = compareMoney(ofFee, left) > 0 ? left : ofFee;
    return brought({ invoiceId: await this.fees.draft(work, job.id, { amount, wording: job.name }) });
  }

  takeBack(work: Work, _job: Job, { invoiceId }: { invoiceId: string }): Promise<void> {
    return this.fees.discard(work, invoiceId);
  }
}
