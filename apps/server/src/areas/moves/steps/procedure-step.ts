import { Injectable } from '@nestjs/common';
import { addWorkingDays } from '@steady/core/calendar';
import type { ActionOf } from '@steady/core/procedures';
import { Problem } from '../../../platform/http/problem';
import type { Work } from '../../../platform/work';
import { ClientsService, factsOf } from '../../clients';
import { type Job, JobStandingService, JobsService } from '../../jobs';
import { ProceduresService } from '../../procedures';
import { type CarriedOut, type Missing, type Step, brought } from './step';

/** Working days after which the job that it begins is due, where nothing else says so. */
const DUE_AFTER = 20;

/** Begins another job for the client, by another procedure. */
@Injectable()
export class ProcedureStep implements Step<'procedure', { jobId: string }> {
  constructor(
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly standing: JobStandingService,
    private readonly procedures: ProceduresService,
  ) {}

  async carryOut(work: Work, { procedureId }: ActionOf<'procedure'>, job: Job): Promise<CarriedOut<{ jobId: string }>> {
    const client = await this.clients.get(work, job.clientId);
    const procedure = await this.procedures.get(work, procedureId);
    const dueOn = addWorkingDays(work.today, DUE_AFTER, work.firm.calendar).toString();
    const jobId = await this.jobs.begin(work, {
      client,
      facts: factsOf(client),
      line: null,
      procedure,
      obligationId: null,
      name: `${procedure.name}, ${client.name}`,
      periodStart: work.today.toString(),
      periodEnd: dueOn,
      targetOn: dueOn,
      dueOn,
    });
    return brought({ jobId });
  }

  async takeBack(work: Work, _job: Job, { jobId }: { jobId: string }): Promise<void> {
    const { takenBack } = await this.standing.takeBackByHand(work, [jobId]);
    if (takenBack === 0) throw Problem.refused('worked-on', 'The job that was begun with it was worked on since.');
  }

  async missing(work: Work, { procedureId }: ActionOf<'procedure'>): Promise<Missing | null> {
    return (await this.procedures.has(work, procedureId)) ? null : { why: 'the procedure is not there any more, choose another' };
  }
}
