import { Injectable } from '@nestjs/common';
import type { ActionOf } from '@steady/core/procedures';
import { Problem } from '../../../platform/http/problem';
import type { Work } from '../../../platform/work';
import { ClientsService } from '../../clients';
import { type Job, JobMovesService, TasksService } from '../../jobs';
import { TemplatesService } from '../../post';
import { type CarriedOut, IN_PLACE, type Missing, type Step, brought } from './step';

type Brought = { sent: number } | { taskKey: string };

/** Writes a kept message to the client; where nobody can be written to, a person of the firm gets a task in its place. */
@Injectable()
export class MessageStep implements Step<'message', Brought> {
  constructor(
    private readonly clients: ClientsService,
    private readonly tasks: TasksService,
    private readonly moves: JobMovesService,
    private readonly templates: TemplatesService,
  ) {}

  async carryOut(work: Work, { key: actionKey, templateId, words }: ActionOf<'message'>, job: Job, phaseKey: string): Promise<CarriedOut<Brought>> {
    const client = await this.clients.get(work, job.clientId);
    const sent = await this.templates.send(work, templateId, client, job.id, words);
    if (sent > 0) return brought({ sent }, `wrote to ${sent}`);
    const what = (await this.moves.names(work)).template(templateId);
    const name = client.way === 'paper' ? `Print and post "${what}"` : `There is nobody to write to: tell the client "${what}"`;
    const { key } = await this.tasks.addWhereItStands(work, job.id, phaseKey, { key: `instead ${actionKey}`, name, role: 'preparer', estimate: 10 });
    return brought({ taskKey: key }, IN_PLACE);
  }

  async takeBack(work: Work, job: Job, of: Brought): Promise<void> {
    if ('sent' in of) throw Problem.refused('has-gone-out', 'something has gone out to the client');
    await this.tasks.takeOut(work, job.id, of.taskKey);
  }

  async missing(work: Work, { templateId }: ActionOf<'message'>): Promise<Missing | null> {
    return (await this.templates.has(work, templateId)) ? null : { why: 'the message is not there any more, choose another' };
  }
}
