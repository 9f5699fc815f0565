import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { troubleOf } from '@steady/core/asks';
import type { MissingAsk, MissingView } from '@steady/contract/asks';
import type { TodayView } from '@steady/contract/today';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { JobsService } from '../jobs';
import { PostQueries } from '../post';
import { matterOf } from './ask-book.service';
import { asks } from './asks.tables';
import { FollowUps } from './follow-ups.service';
import { AskKinds } from './kinds';

/** So many asks stand on the page; how many more there are is said below them. */
const SHOWN = 400;

const BY_NAME = new Intl.Collator('en');

/** What clients were asked for and is not there yet, over the whole firm. */
@Injectable()
export class MissingQueries {
  constructor(
    private readonly kinds: AskKinds,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly followUps: FollowUps,
    private readonly post: PostQueries,
  ) {}

  /** Every open ask with what is missing of it, what waits for us, when it was last written about and is followed up next; by client, the longest first. */
  async view(work: Work): Promise<MissingView> {
    const which = and(eq(asks.firmId, work.firm.id), inArray(asks.state, ['with the client', 'with us']));
    const open = await work.tx.select().from(asks).where(which).orderBy(asc(asks.askedAt), asc(asks.id)).limit(SHOWN);
    const clients = await this.clients.names(
      work,
      open.map((ask) => ask.clientId),
    );
    const jobs = new Map((await this.jobs.all(work, [...new Set(open.flatMap((ask) => ask.jobId ?? []))])).map((job) => [job.id, job]));
    const next = await this.followUps.of(work, open);
    const written = await this.post.lastSent(work, open.map(matterOf));
    const today = work.today.toString();
    const found = open.map((ask): MissingAsk => {
      const job = ask.jobId === null ? undefined : jobs.get(ask.jobId);
      return {
        id: ask.id,
        kindName: this.kinds.of(ask.kind).name,
        title: ask.title,
        clientId: ask.clientId,
        client: clients.get(ask.clientId) ?? '',
        jobId: ask.jobId,
        job: job?.name ?? null,
        dueOn: job?.dueOn ?? null,
        wantedBy: ask.wantedBy,
        isLate: troubleOf({ ...ask, parties: [] }, today) === 'overdue',
        askedAt: ask.askedAt,
        lastWritten: written.get(matterOf(ask)) ?? null,
        followUp: next.get(ask.id)!,
        owed: ask.owed,
        forUs: ask.forUs,
      };
    });
    found.sort((one, other) => BY_NAME.compare(one.client, other.client) || BY_NAME.compare(one.job ?? '', other.job ?? ''));
    const total = await work.tx.$count(asks, which);
    return { asks: found, more: total - found.length };
  }

  /** How much is missing, for the margin of Today. */
  async onToday(work: Work): Promise<Pick<TodayView, 'missing'>> {
    const [found] = await work.tx
      .select({ things: sql<number>`coalesce(sum(jsonb_array_length(${asks.owed})), 0)::int`, clients: sql<number>`count(distinct ${asks.clientId})::int` })
      .from(asks)
      .where(and(eq(asks.firmId, work.firm.id), eq(asks.state, 'with the client')));
    return { missing: found! };
  }
}
