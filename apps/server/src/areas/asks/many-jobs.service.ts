import { Injectable } from '@nestjs/common';
import type { ChosenTogether } from '@steady/contract/chosen-together';
import type { AskedOfJob, ManyAsked, SendPreview } from '@steady/contract/requests';
import { Problem } from '../../platform/http/problem';
import { type Work, eachApart } from '../../platform/work';
import { ClientsService } from '../clients';
import { type Job, JobsService } from '../jobs';
import { PostService } from '../post';

export type JobOfClient = Job & { client: string };

/** Where something is asked among many: in a job, or of a client that has none open; its id is that of the one or the other. */
export interface AskedIn {
  id: string;
  /** Of the job; empty where there is none. */
  name: string;
  clientId: string;
  client: string;
}

/** The same asked in several jobs at once: in which of them, what would go out of it, and each by itself when it goes. */
@Injectable()
export class ManyJobs {
  constructor(
    private readonly jobs: JobsService,
    private readonly clients: ClientsService,
    private readonly post: PostService,
  ) {}

  /**
   * In which of those chosen it is asked, and in which not and why.
   * @param whyNot what speaks against one job; null where nothing does
   * @param withoutJob takes those clients of which no job is open, where it can be asked of them all the same
   */
  async sorted(
    work: Work,
    { jobIds = [], clientIds, serviceId }: ChosenTogether,
    whyNot: (job: JobOfClient) => Promise<string | null>,
    withoutJob: ((clients: { id: string; name: string }[]) => Promise<void>) | null = null,
  ): Promise<{ jobs: JobOfClient[]; not: ManyAsked['not'] }> {
    const ofClients = clientIds === undefined ? null : await this.ofClients(work, clientIds, serviceId ?? null);
    // What is asked for a service goes to those who have it.
    if (ofClients && withoutJob && !serviceId) await withoutJob(ofClients.without);
    const without = withoutJob && !serviceId ? [] : (ofClients?.without ?? []);
    const all = ofClients?.jobs ?? (await this.jobs.all(work, [...new Set(jobIds)]));
    const names = await this.clients.names(
      work,
      all.map((job) => job.clientId),
    );
    const jobs: JobOfClient[] = [];
    const why = serviceId ? 'no job of that service is open' : 'no job of it is open';
    const not: ManyAsked['not'] = without.map(({ id, name }) => ({ jobId: id, job: '', client: name, why }));
    for (const each of all) {
      const job = { ...each, client: names.get(each.clientId) ?? '' };
      const against = job.phase === null ? 'the job is finished' : await whyNot(job);
      if (against === null) jobs.push(job);
      else not.push({ jobId: job.id, job: job.name, client: job.client, why: against });
    }
    return { jobs, not };
  }

  /** The open job of each client in which it is asked: of the service, or of any the one that is due first; and those that have none. */
  private async ofClients(work: Work, clientIds: string[], serviceId: string | null): Promise<{ jobs: Job[]; without: { id: string; name: string }[] }> {
    const ids = [...new Set(clientIds)];
    const clients = await this.clients.inOrder(work, ids);
    if (clients.length < ids.length) throw Problem.notFound('client');
    const first = await this.jobs.firstOpenOf(work, ids, serviceId);
    return {
      jobs: clients.flatMap(({ id }) => first.get(id) ?? []),
      without: clients.filter(({ id }) => !first.has(id)).map(({ id, name }) => ({ id, name })),
    };
  }

  /** What would go out, to whom and when; nothing is written. */
  async foreseen(work: Work, looked: readonly { job: AskedIn; of: SendPreview }[], sendOn?: string): Promise<Pick<ManyAsked, 'asked' | 'roomOn'>> {
    // One person may act for several of the clients: what goes to each is planned with what goes to the others.
    const readers = looked.flatMap(({ of }) => of.messages.map(({ contactId }) => contactId));
    const foreseen = await this.post.foresee(work, readers, { on: sendOn });
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
    return { asked, ...(foreseen.roomOn === null ? {} : { roomOn: foreseen.roomOn }) };
  }

  /**
   * Asks in each by itself: one in which it cannot be asked keeps none of the others from it.
   * @param ask asks in one job @returns whether there is nobody to write to
   */
  async each<In extends AskedIn>(
    work: Work,
    { jobs, not: before }: { jobs: In[]; not: ManyAsked['not'] },
    ask: (job: In) => Promise<{ isUntold: boolean }>,
  ): Promise<ManyAsked> {
    const asked: AskedOfJob[] = [];
    const not = [...before];
    const outcomes = await eachApart(work, jobs, (job) => job.clientId, ask);
    for (const [at, outcome] of outcomes.entries()) {
      const { id: jobId, name, client } = jobs[at]!;
      if ('given' in outcome) asked.push({ jobId, job: name, client, to: [], later: null, untold: outcome.given.isUntold ? 'nobody to write to' : null });
      else not.push({ jobId, job: name, client, why: outcome.refused.words });
    }
    if (asked.length === 0 && not.length > 0) throw Problem.refused('nobody-asked', `Nobody was asked: ${not[0]!.client}, ${not[0]!.why}.`);
    return { asked, not };
  }
}
