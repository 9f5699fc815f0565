import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, getTableColumns, isNull } from 'drizzle-orm';
import { asLastTime, eachTimeInWords, sendsOn } from '@steady/core/asks';
import { addWorkingDays, civil, later, workingDaysIn } from '@steady/core/calendar';
import type { RequestEachTime, SendRequest } from '@steady/contract/requests';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AsksService } from '../asks';
import { ClientRecords, ClientsService } from '../clients';
import { type Job, JobBegun, JobsService } from '../jobs';
import { serviceOfLine } from '../services';
import { REQUEST } from './request-kind';
import { RequestFill } from './request-fill';
import { requestsEachTime } from './requests.tables';

export const EachTimeChanged = eventKind<{ clientId: string }>('request of each job changed', 'requests');

/** Requests that go with the rhythm: asked with each job of a service line, only where that job exists. */
@Injectable()
export class EachTimeService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly events: Events,
    private readonly asks: AsksService,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly items: RequestFill,
  ) {}

  onModuleInit(): void {
    this.records.follow(requestsEachTime);
    this.events.on(JobBegun, (work, { payload }) => this.plan(work, payload.jobId));
  }

  /** Keeps a request to be asked with each later job of the line of this one. */
  async keep(work: Work, job: Job, { title, items, dueOn, sendOn, portalOnly = false, dayOfMonth }: SendRequest & { dayOfMonth: number }): Promise<void> {
    const from = later(sendOn === undefined ? work.today : civil(sendOn), work.today);
    const daysToAnswer = Math.max(1, workingDaysIn(from.add({ days: 1 }), civil(dueOn), work.firm.calendar).length);
    await work.tx.insert(requestsEachTime).values({
      firmId: work.firm.id,
      clientId: job.clientId,
      lineId: job.lineId!,
      firstJob: job.name,
      title,
      items: items.map(({ name, description = null, period = null, link = null }) => ({ name, description, period, wantedBy: null, link })),
      dayOfMonth,
      daysToAnswer,
      isPortalOnly: portalOnly,
      at: work.now.toString(),
      by: work.actor.name,
    });
    await this.events.record(work, EachTimeChanged, {
      what: `has ${title} asked with each later job of the service, ${eachTimeInWords(dayOfMonth)}`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { clientId: job.clientId },
    });
  }

  /** What a client is asked with each job, by when it was set. */
  list(work: Work, clientId: string): Promise<RequestEachTime[]> {
    const { firmId: _f, clientId: _c, lineId, firstJob: _j, endedAt: _e, ...shown } = getTableColumns(requestsEachTime);
    return work.tx
      .select({ ...shown, of: serviceOfLine(lineId) })
      .from(requestsEachTime)
      .where(and(eq(requestsEachTime.firmId, work.firm.id), eq(requestsEachTime.clientId, clientId), isNull(requestsEachTime.endedAt)))
      .orderBy(asc(requestsEachTime.at), asc(requestsEachTime.id));
  }

  /** Later jobs ask it no more; what was planned already stays, and can be withdrawn. */
  async end(work: Work, id: string): Promise<void> {
    const [kept] = await work.tx
      .update(requestsEachTime)
      .set({ endedAt: work.now.toString() })
      .where(and(eq(requestsEachTime.id, id), eq(requestsEachTime.firmId, work.firm.id), isNull(requestsEachTime.endedAt)))
      .returning();
    if (!kept) throw Problem.notFound('request of each job');
    await this.events.record(work, EachTimeChanged, {
      what: `no longer has ${kept.title} asked with each job`,
      clientId: kept.clientId,
      payload: { clientId: kept.clientId },
    });
  }

  /** A job has begun: what goes with each of its line is planned, its words moved on to its period. */
  private async plan(work: Work, jobId: string): Promise<void> {
    const kept = await work.tx
      .select({ each: getTableColumns(requestsEachTime) })
      .from(requestsEachTime)
      .where(and(eq(requestsEachTime.lineId, this.jobs.lineOf(jobId)), isNull(requestsEachTime.endedAt)))
      .orderBy(asc(requestsEachTime.at), asc(requestsEachTime.id));
    if (kept.length === 0) return;
    const job = await this.jobs.get(work, jobId);
    if (job.phase === null) return;
    const client = await this.clients.get(work, job.clientId);
    for (const { each } of kept) {
      const { calendar } = work.firm;
      const sendOn = later(sendsOn({ startOn: civil(job.startOn), periodEnd: civil(job.periodEnd) }, each.dayOfMonth), work.today);
      const wantedBy = addWorkingDays(sendOn, each.daysToAnswer, calendar);
      const { title, items } = asLastTime(
        { title: each.title, items: each.items, askedOn: sendOn, wantedBy },
        { earlier: each.firstJob, later: job.name },
        { today: work.today, calendar },
      );
      await this.asks.open(work, {
        kind: REQUEST,
        client,
        job,
        title,
        wantedBy: wantedBy.toString(),
        phaseKey: job.phase,
        parties: [{ contactId: null, name: client.name }],
        what: `asks with each job for ${items.map((item) => item.name).join(', ')}`,
        after: { title, items },
        when: { on: sendOn.toString() },
        isPortalOnly: each.isPortalOnly,
        fill: (ask) => this.items.put(work, ask, items, 0),
      });
    }
  }
}
