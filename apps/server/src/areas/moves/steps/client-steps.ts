import { Injectable } from '@nestjs/common';
import { type DetailValue, whyNotDetail } from '@steady/core/details';
import { sameValue } from '@steady/core/facts';
import type { ActionOf, WayOfWork } from '@steady/core/procedures';
import { Problem } from '../../../platform/http/problem';
import type { Work } from '../../../platform/work';
import { ClientQueries, ClientsService, NotesService } from '../../clients';
import type { Job } from '../../jobs';
import { type CarriedOut, type Missing, type Step, brought, nothing } from './step';

/** Puts a label on the client, or takes it off. */
@Injectable()
export class LabelStep implements Step<'label', { label: string; put: boolean }> {
  constructor(private readonly clients: ClientsService) {}

  async carryOut(work: Work, { label, put }: ActionOf<'label'>, job: Job): Promise<CarriedOut<{ label: string; put: boolean }>> {
    return (await this.clients.mark(work, job.clientId, { label, put })) ? brought({ label, put }) : nothing();
  }

  async takeBack(work: Work, job: Job, { label, put }: { label: string; put: boolean }): Promise<void> {
    await this.clients.mark(work, job.clientId, { label, put: !put });
  }
}

interface FromTo<Value> {
  before: Value;
  after: Value;
}

/** Notes that the client works online, or on paper, from now on. */
@Injectable()
export class WayStep implements Step<'way', FromTo<WayOfWork>> {
  constructor(private readonly clients: ClientsService) {}

  async carryOut(work: Work, { way }: ActionOf<'way'>, job: Job): Promise<CarriedOut<FromTo<WayOfWork>>> {
    const before = (await this.clients.get(work, job.clientId)).way;
    return (await this.clients.mark(work, job.clientId, { way })) ? brought({ before, after: way }) : nothing();
  }

  async takeBack(work: Work, job: Job, { before, after }: FromTo<WayOfWork>): Promise<void> {
    // Whoever noted something else since meant it.
    if ((await this.clients.get(work, job.clientId)).way === after) await this.clients.mark(work, job.clientId, { way: before });
  }
}

/** Sets a detail of the firm's own at the client. */
@Injectable()
export class DetailStep implements Step<'detail', FromTo<DetailValue | null>> {
  constructor(
    private readonly clients: ClientsService,
    private readonly queries: ClientQueries,
  ) {}

  async carryOut(work: Work, { detailId, value }: ActionOf<'detail'>, job: Job): Promise<CarriedOut<FromTo<DetailValue | null>>> {
    const marked = await this.clients.mark(work, job.clientId, { detailId, value });
    return marked ? brought({ before: marked.before, after: value }) : nothing();
  }

  async takeBack(work: Work, job: Job, { before, after }: FromTo<DetailValue | null>, { detailId }: ActionOf<'detail'>): Promise<void> {
    const client = await this.clients.get(work, job.clientId);
    // Whoever set it to something else since meant it.
    if (sameValue(client.details[detailId] ?? null, after)) await this.clients.mark(work, job.clientId, { detailId, value: before });
  }

  async missing(work: Work, { detailId, value }: ActionOf<'detail'>): Promise<Missing | null> {
    const field = (await this.queries.details(work)).find((one) => one.id === detailId);
    if (!field) return { why: 'the firm does not keep this detail any more' };
    const wrong = value === null ? null : whyNotDetail(field, value);
    return wrong === null ? null : { of: field.name, why: wrong.replace(/\.$/, '') };
  }
}

/** Tells somebody of the firm, by a note at the client. */
@Injectable()
export class TellStep implements Step<'tell', { noteId: string }> {
  constructor(private readonly notes: NotesService) {}

  async carryOut(work: Work, { role, words }: ActionOf<'tell'>, job: Job): Promise<CarriedOut<{ noteId: string }>> {
    const forId = job[`${role}Id`];
    if (!forId) throw new Error(`There is no ${role} on the job to tell.`);
    return brought({ noteId: await this.notes.tell(work, job.clientId, { kind: 'word', text: `${job.name}: ${words}`, forId, jobId: job.id }) });
  }

  async takeBack(work: Work, _job: Job, { noteId }: { noteId: string }): Promise<void> {
    if (!(await this.notes.takeBack(work, noteId))) throw Problem.refused('read-already', 'A colleague has taken the note about it already.');
  }
}
