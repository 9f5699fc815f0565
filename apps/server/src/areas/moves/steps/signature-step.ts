import { Injectable } from '@nestjs/common';
import { addWorkingDays } from '@steady/core/calendar';
import type { ActionOf } from '@steady/core/procedures';
import type { Work } from '../../../platform/work';
import { AsksService } from '../../asks';
import { ClientsService } from '../../clients';
import { type Job, TasksService } from '../../jobs';
import { PostService } from '../../post';
import { ManySignatures, SigningKinds } from '../../signatures';
import { type CarriedOut, IN_PLACE, type Missing, type Step, type WhoGets, brought } from './step';

type Brought = { askId: string } | { taskKey: string };

/** Gives the letter of a kind of document for signature; where it cannot be given by itself, a person of the firm gets a task in its place. */
@Injectable()
export class SignatureStep implements Step<'signature', Brought> {
  constructor(
    private readonly asks: AsksService,
    private readonly clients: ClientsService,
    private readonly post: PostService,
    private readonly tasks: TasksService,
    private readonly kinds: SigningKinds,
    private readonly signatures: ManySignatures,
  ) {}

  async carryOut(work: Work, { key: actionKey, kindId, days }: ActionOf<'signature'>, job: Job, phaseKey: string): Promise<CarriedOut<Brought>> {
    const name = (await this.kinds.names(work)).get(kindId);
    if (name === undefined) throw new Error('The kind of document is not there any more.');
    const dueOn = addWorkingDays(work.today, days, work.firm.calendar).toString();
    const given = await this.signatures.giveInJob(work, job, kindId, dueOn);
    if ('askId' in given) return brought({ askId: given.askId }, given.isUntold ? IN_PLACE : null);
    const task = {
      key: `sign ${actionKey}`,
      name: `Give "${name}" for signature`,
      advice: given.why,
      role: 'preparer',
      estimate: 15,
      doneBy: 'given for signature',
    } as const;
    const { key } = await this.tasks.addWhereItStands(work, job.id, phaseKey, task);
    return brought({ taskKey: key }, `a task takes its place: ${given.why}`);
  }

  async whoGets(work: Work, { kindId }: ActionOf<'signature'>, job: Job): Promise<WhoGets> {
    const first = await this.signatures.firstInJob(work, job, kindId);
    if ('why' in first) return first;
    return this.post.recipients(work, await this.clients.get(work, job.clientId), 'signs', first.id);
  }

  async takeBack(work: Work, job: Job, of: Brought): Promise<void> {
    if ('askId' in of) await this.asks.takeBack(work, of.askId);
    else await this.tasks.takeOut(work, job.id, of.taskKey);
  }

  async missing(work: Work, { kindId }: ActionOf<'signature'>): Promise<Missing | null> {
    return (await this.kinds.names(work)).has(kindId) ? null : { why: 'the kind of document is not there any more, choose another' };
  }
}
