import { Injectable } from '@nestjs/common';
import { addWorkingDays } from '@steady/core/calendar';
import type { ActionOf } from '@steady/core/procedures';
import type { Work } from '../../../platform/work';
import { AsksService } from '../../asks';
import type { Job } from '../../jobs';
import { RequestsService } from '../../requests';
import { type CarriedOut, IN_PLACE, type Step, brought } from './step';

/** Sends one of the requests that the phase plans. */
@Injectable()
export class RequestStep implements Step<'request', { askId: string }> {
  constructor(
    private readonly asks: AsksService,
    private readonly requests: RequestsService,
  ) {}

  async carryOut(work: Work, { requestKey, days }: ActionOf<'request'>, job: Job, phaseKey: string): Promise<CarriedOut<{ askId: string }>> {
    const plan = job.phases.find((phase) => phase.key === phaseKey)?.requests?.find((one) => one.key === requestKey);
    if (!plan) throw new Error('The request is no longer written down in the phase.');
    const { title, items, key: planKey } = plan;
    const dueOn = addWorkingDays(work.today, days, work.firm.calendar).toString();
    const { id, written } = await this.requests.send(work, job.id, { title, items, planKey, dueOn });
    return brought({ askId: id }, written > 0 ? `wrote to ${written}` : IN_PLACE);
  }

  takeBack(work: Work, _job: Job, { askId }: { askId: string }): Promise<void> {
    return this.asks.takeBack(work, askId);
  }
}
