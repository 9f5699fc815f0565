import { Injectable } from '@nestjs/common';
import type { ActionOf } from '@steady/core/procedures';
import type { Work } from '../../../platform/work';
import { type Job, TasksService } from '../../jobs';
import { TeamService } from '../../team';
import { type CarriedOut, type Missing, type Step, brought } from './step';

/** Adds a task to the job. */
@Injectable()
export class TaskStep implements Step<'task', { taskKey: string }> {
  constructor(
    private readonly tasks: TasksService,
    private readonly team: TeamService,
  ) {}

  async carryOut(work: Work, { task }: ActionOf<'task'>, job: Job, phaseKey: string): Promise<CarriedOut<{ taskKey: string }>> {
    return brought({ taskKey: (await this.tasks.addWhereItStands(work, job.id, phaseKey, task)).key });
  }

  takeBack(work: Work, job: Job, { taskKey }: { taskKey: string }): Promise<void> {
    return this.tasks.takeOut(work, job.id, taskKey);
  }

  async missing(work: Work, { task: { name, memberId } }: ActionOf<'task'>): Promise<Missing | null> {
    return memberId === undefined || (await this.team.names(work)).has(memberId) ? null : { why: `"${name}" is for somebody who is not of the firm` };
  }
}
