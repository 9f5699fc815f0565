import { Injectable } from '@nestjs/common';
import type { AskMany, ManyAsked, SendPreview, SendRequest } from '@steady/contract/requests';
import type { Work } from '../../platform/work';
import { AskBook, type JobOfClient, ManyJobs } from '../asks';
import type { Job } from '../jobs';
import { REQUEST } from './request-kind';
import { RequestsService } from './requests.service';

/** The title for one job: with its period, where its name has one. */
const titled = (title: string, { name }: Pick<Job, 'name'>): string => (name.includes(', ') ? `${title}, ${name.slice(name.lastIndexOf(', ') + 2)}` : title);

/** Asks the clients of several jobs for the same things: each by a request of its own job. */
@Injectable()
export class ManyRequests {
  constructor(
    private readonly requests: RequestsService,
    private readonly book: AskBook,
    private readonly many: ManyJobs,
  ) {}

  private sorted(work: Work, input: AskMany) {
    return this.many.sorted(work, input, async (job) => {
      const open = await this.book.ofJob(work, job.id, ['planned', 'with the client', 'with us']);
      return open.some((ask) => ask.kind === REQUEST && ask.title === titled(input.title, job)) ? 'it is asked for this already' : null;
    });
  }

  private inputFor({ jobIds: _jobs, clientIds: _clients, serviceId: _service, ...input }: AskMany, job: Job): SendRequest {
    return { ...input, title: titled(input.title, job) };
  }

  /** Who would be asked for what; nothing is written. */
  async preview(work: Work, input: AskMany): Promise<ManyAsked> {
    const { jobs, not } = await this.sorted(work, input);
    const looked: { job: JobOfClient; of: SendPreview }[] = [];
    for (const job of jobs) looked.push({ job, of: await this.requests.preview(work, job.id, this.inputFor(input, job)) });
    return { ...(await this.many.foreseen(work, looked, input.sendOn)), not };
  }

  /** Asks them, each by itself: one that cannot be asked keeps none of the others from it. */
  async send(work: Work, input: AskMany): Promise<ManyAsked> {
    return this.many.each(work, await this.sorted(work, input), async (job) => {
      const { written } = await this.requests.send(work, job.id, this.inputFor(input, job));
      return { isUntold: written === 0 && !input.sendOn };
    });
  }
}
