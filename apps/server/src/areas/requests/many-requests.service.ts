import { Injectable } from '@nestjs/common';
import type { AskMany, AskedOfJob, ManyAsked, SendPreview, SendRequest } from '@steady/contract/requests';
import { Problem } from '../../platform/http/problem';
import { type Work, eachApart } from '../../platform/work';
import { AskBook } from '../asks';
import { ClientsService } from '../clients';
import { type Job, JobsService } from '../jobs';
import { PostService } from '../post';
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
    private readonly jobs: JobsService,
    private readonly clients: ClientsService,
    private readonly post: PostService,
  ) {}

  /** Which of them are asked, and which not and why. */
  private async sorted(
    work: Work,
    { jobIds = [], clientIds, serviceId, title }: AskMany,
  ): Promise<{ jobs: (Job & { client: string })[]; not: ManyAsked['not'] }> {
    const ofClients = clientIds === undefined ? null : await this.ofClients(work, clientIds, serviceId ?? null);
    const all = ofClients?.jobs ?? (await this.jobs.all(work, [...new Set(jobIds)]));
    const names = await this.clients.names(
      work,
      all.map((job) => job.clientId),
    );
    const jobs: (Job & { client: string })[] = [];
    const not: ManyAsked['not'] = ofClients?.not ?? [];
    for (const job of all) {
      const client = names.get(job.clientId) ?? '';
      const why = await this.whyNot(work, job, title);
      if (why === null) jobs.push({ ...job, client });
      else not.push({ jobId: job.id, job: job.name, client, why });
    }
    return { jobs, not };
  }

  /** The open job of each client in which it is asked: of the service, or of any the one that is due first. */
  private async ofClients(work: Work, clientIds: string[], serviceId: string | null): Promise<{ jobs: Job[]; not: ManyAsked['not'] }> {
    const ids = [...new Set(clientIds)];
    const clients = await this.clients.inOrder(work, ids);
    if (clients.length < ids.length) throw Problem.notFound('client');
    const first = await this.jobs.firstOpenOf(work, ids, serviceId);
    return {
      jobs: clients.flatMap(({ id }) => first.get(id) ?? []),
      not: clients.flatMap(({ id, name }) =>
        first.has(id) ? [] : [{ jobId: id, job: '', client: name, why: serviceId === null ? 'no job of it is open' : 'no job of that service is open' }],
      ),
    };
  }

  private async whyNot(work: Work, job: Job, title: string): Promise<string | null> {
    if (job.phase === null) return 'the job is finished';
    const open = await this.book.ofJob(work, job.id, ['planned', 'with the client', 'with us']);
    return open.some((ask) => ask.kind === REQUEST && ask.title === titled(title, job)) ? 'it is asked for this already' : null;
  }

  private inputFor({ jobIds: _jobs, clientIds: _clients, serviceId: _service, ...input }: AskMany, job: Job): SendRequest {
    return { ...input, title: titled(input.title, job) };
  }

  /** Who would be asked for what; nothing is written. */
  async preview(work: Work, input: AskMany): Promise<ManyAsked> {
    const { jobs, not } = await this.sorted(work, input);
    const looked: { job: Job & { client: string }; of: SendPreview }[] = [];
    for (const job of jobs) looked.push({ job, of: await this.requests.preview(work, job.id, this.inputFor(input, job)) });
    // One person may act for several of the clients: what goes to each is planned with what goes to the others.
    const readers = looked.flatMap(({ of }) => of.messages.map(({ contactId }) => contactId));
    const foreseen = await this.post.foresee(work, readers, { on: input.sendOn });
    let at = 0;
    const asked = looked.map(({ job, of: { messages, nobody, inPortal = [] } }): AskedOfJob => {
      const goes = foreseen.of.slice(at, (at += messages.length));
      const later = goes.find(({ goesOut }) => goesOut.why !== null)?.goesOut;
      const to = [...messages.map((message) => message.to), ...inPortal];
      return {
        jobId: job.id,
        job: job.name,
        client: job.client,
        to,
        later: later ? { at: later.at, why: later.why! } : null,
        untold: to.length > 0 ? null : nobody.map(({ name, why }) => `${name} ${why}`).join(', ') || null,
      };
    });
    return { asked, not, ...(foreseen.roomOn === null ? {} : { roomOn: foreseen.roomOn }) };
  }

  /** Asks them, each by itself: one that cannot be asked keeps none of the others from it. */
  async send(work: Work, input: AskMany): Promise<ManyAsked> {
    const { jobs, not } = await this.sorted(work, input);
    const asked: AskedOfJob[] = [];
    const outcomes = await eachApart(
      work,
      jobs,
      (job) => job.clientId,
      (job) => this.requests.send(work, job.id, this.inputFor(input, job)),
    );
    for (const [at, outcome] of outcomes.entries()) {
      const { id: jobId, name, client } = jobs[at]!;
      if ('given' in outcome)
        asked.push({ jobId, job: name, client, to: [], later: null, untold: outcome.given.written > 0 || input.sendOn ? null : 'nobody to write to' });
      else not.push({ jobId, job: name, client, why: outcome.refused.message });
    }
    if (asked.length === 0 && not.length > 0) throw Problem.refused('nobody-asked', `Nobody was asked: ${not[0]!.client}, ${not[0]!.why}.`);
    return { asked, not };
  }
}
