import { pastGrants } from '../../platform/identity';
import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { addWorkingDays, civil } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import type { ChangeJobs, CommonPhase, JobBatchView, JobsChanged, ManyLookedAt, MovePreview } from '@steady/contract/moves';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, eachApart, mustSeeAllOf } from '../../platform/work';
import { ClientsService } from '../clients';
import { type Job, type JobAction, JobActions, JobAsks, JobBatches, JobMovesService, JobReopened, JobStandingService, JobsService, keptOf } from '../jobs';
import { MovesService } from './moves.service';
import { Steps } from './steps';

export const JobsChangedTogether = eventKind<{ batchId: string }>('jobs changed together', 'moves');

/** One change to many jobs: each as if it were made alone, what cannot be changed is named, the whole can be taken back. */
@Injectable()
export class BulkJobsService {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly moves: JobMovesService,
    private readonly standing: JobStandingService,
    private readonly batches: JobBatches,
    private readonly looks: MovesService,
    private readonly steps: Steps,
    private readonly book: JobActions,
    private readonly asks: JobAsks,
  ) {}

  /** The phases that some of the jobs have, in the order in which they stand, each with how many have it. */
  phasesOf(work: Work, ids: string[]): Promise<CommonPhase[]> {
    return rows(
      work.tx,
      sql`select p ->> 'key' as key, min(p ->> 'name') as name, count(*)::int as jobs from jobs j, jsonb_array_elements(j.phases) with ordinality as f(p, at)
          where j.firm_id = ${work.firm.id} and j.id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid) group by 1 order by min(f.at), 2`,
    );
  }

  /** What moving each of them would bring about, summed up: how many jobs for each sentence, what is left behind, who stays and why. */
  async preview(work: Work, ids: string[], asked?: string | null): Promise<ManyLookedAt> {
    const summed = new Map<string, MovePreview['acts'][number]>();
    const stay = new Map<string, number>();
    const leaves: { job: string; phase: string }[] = [];
    const ends: string[] = [];
    let later = 0;
    for (const job of await this.jobs.all(work, ids)) {
      const to = asked === undefined ? this.nextOf(job) : asked;
      const why = whyItStays(job, to);
      if (why !== null) {
        stay.set(why, (stay.get(why) ?? 0) + 1);
        continue;
      }
      const considered = await this.moves.considered(work, job, to ?? null);
      if (considered.kind === 'finish') ends.push(job.id);
      if (considered.kind !== 'back') leaves.push(...considered.leaves.map((phase) => ({ job: job.id, phase })));
      // What was done for a job before is not done again by a change of many.
      for (const act of await this.looks.acts(work, { ...considered, planned: considered.planned.filter((one) => !one.doneBefore) })) {
        if (act.isLater) later += 1;
        const what = act.what.replace(/ It is sent automatically to .*$/, ' It is sent automatically.');
        const there = summed.get(`${act.key} ${what}`);
        summed.set(`${act.key} ${what}`, { ...act, what, count: (there?.count ?? 0) + 1 });
      }
    }
    const [leftBehind] = await rows<ManyLookedAt['leftBehind']>(
      work.tx,
      sql`select count(*)::int as tasks, count(distinct t.job_id)::int as jobs from tasks t
            join jsonb_to_recordset(${JSON.stringify(leaves)}::jsonb) as l(job uuid, phase text) on l.job = t.job_id and l.phase = t.phase_key where t.done_at is null`,
    );
    const open = await this.asks.of.openOf(work, ends);
    const openAsks = { asks: open.length, jobs: new Set(open.map((ask) => ask.jobId)).size };
    return { acts: [...summed.values()], later, leftBehind: leftBehind!, openAsks, stay: [...stay].map(([why, jobs]) => ({ why, jobs })) };
  }

  private async named(work: Work, job: Job): Promise<string> {
    return `${job.name}, ${(await this.clients.get(work, job.clientId)).name}`;
  }

  /** The key of the phase after the one in which a job stands, null for its end; undefined when it is finished. */
  private nextOf(job: Job): string | null | undefined {
    if (job.phase === null) return undefined;
    return job.phases[job.phases.findIndex((phase) => phase.key === job.phase) + 1]?.key ?? null;
  }

  /** Changes a part of a batch. Parts that name the same batch are taken back together. */
  async change(work: Work, input: ChangeJobs): Promise<JobsChanged> {
    await this.batches.open(work, input.batchId, inWords(input));
    const not: JobsChanged['not'] = [];
    const rowsBefore: { jobId: string; before: Record<string, unknown> }[] = [];
    const held = await this.jobs.all(work, [...new Set(input.ids)], true);
    const asItStands = this.readAnew(work);
    const outcomes = await eachApart(work, held, clientOf, async (read) => {
      const before = await asItStands(read);
      await this.one(work, before, input);
      return { jobId: before.id, before: keptOf(before) };
    });
    for (const [at, outcome] of outcomes.entries()) {
      if ('given' in outcome) rowsBefore.push(outcome.given);
      else {
        const { more, message } = outcome.refused;
        not.push({ id: held[at]!.id, job: await this.named(work, held[at]!), why: more.errors?.[0]?.message ?? message });
      }
    }
    const changed = rowsBefore.length;
    if (changed > 0) {
      await this.batches.note(work, input.batchId, rowsBefore);
      await this.events.record(work, JobsChangedTogether, { what: `${inWords(input)}: ${counted(changed, 'job')}`, payload: { batchId: input.batchId } });
    }
    return { changed, not };
  }

  /** What is done for one job of a client may change another of the same client: from the second on a job is read anew. */
  private readAnew(work: Work): (job: Job) => Promise<Job> {
    const met = new Set<string>();
    return async (job) => {
      if (met.has(job.clientId)) return this.jobs.get(work, job.id);
      met.add(job.clientId);
      return job;
    };
  }

  private async one(work: Work, job: Job, input: ChangeJobs): Promise<void> {
    const { version } = job;
    switch (input.change) {
      case 'people':
        if (!input.role) throw Problem.invalid([{ field: 'role', message: 'Choose the role.' }]);
        return this.standing.change(work, job.id, { [input.role]: input.personId ?? null, version });
      case 'priority':
        return this.standing.change(work, job.id, { priority: input.priority ?? 'usual', version });
      case 'status':
        return this.standing.change(work, job.id, { ownStatus: input.text ?? null, version });
      case 'dates': {
        const days = input.days ?? 0;
        const on = addWorkingDays(civil(job.targetOn), days, work.firm.calendar);
        return this.standing.retarget(work, job.id, { targetOn: on.toString(), version });
      }
      case 'hold':
        if (!input.text) throw Problem.invalid([{ field: 'text', message: 'Say why they are on hold.' }]);
        return this.standing.hold(work, job.id, input.text);
      case 'resume':
        return this.standing.hold(work, job.id, null);
      case 'move': {
        const to = input.to === undefined ? this.nextOf(job) : input.to;
        if (to === undefined) throw Problem.refused('job-finished', 'The job is finished.');
        return this.moves.move(work, job.id, { to, leaveOut: input.leaveOut ?? [], keepAsks: input.keepAsks, why: input.text, version }, job);
      }
    }
  }

  /** Takes a batch back: every job that nobody changed since, and of which nothing has left the house. */
  async undo(work: Work, batchId: string): Promise<JobBatchView> {
    const batch = await this.batches.get(work, batchId);
    await mustSeeAllOf(work, 'jobs', await pastGrants(work.tx, async () => (await this.batches.rowsOf(work, batchId)).map((row) => row.jobId)));
    const acts = await this.book.ofBatch(work, batchId, batch.at);
    const kept = new Map((await this.batches.rowsOf(work, batchId)).map((row) => [row.jobId, row]));
    const not: JobBatchView['not'] = [];
    let undone = 0;
    const held = await this.jobs.all(work, [...kept.keys()], true);
    const asItStands = this.readAnew(work);
    const outcomes = await eachApart(work, held, clientOf, async (read) =>
      this.undoOne(work, await asItStands(read), { ...kept.get(read.id)!, since: batch.at, acts: acts.get(read.id) ?? [] }),
    );
    for (const [at, outcome] of outcomes.entries()) {
      if ('given' in outcome) undone += 1;
      else not.push({ job: await this.named(work, held[at]!), why: outcome.refused.message });
    }
    await this.batches.closed(work, batchId);
    await this.events.record(work, JobsChangedTogether, { what: `undid: ${batch.what}, ${counted(undone, 'job')}`, payload: { batchId } });
    return { undone, not };
  }

  /** Puts one job back to how it stood, with what the change has brought about at it: all of it, or nothing. */
  private async undoOne(work: Work, job: Job, { leftVersion, before, since, acts }: KeptBefore): Promise<void> {
    if (job.version !== leftVersion) throw Problem.refused('changed-since', 'it was changed since');
    for (const { action, brought } of acts) if (brought) await this.steps.takeBack(work, job, action, brought);
    await this.book.takenBack(
      work,
      acts.map((act) => act.id),
    );
    await this.batches.restore(work, job, before, since);
    // Who listens asks the client again for what the end had withdrawn.
    if (job.phase === null && before.phase !== null)
      await this.events.record(work, JobReopened, {
        what: 'reopened the job',
        clientId: job.clientId,
        jobId: job.id,
        payload: { jobId: job.id },
      });
  }
}

/** How a job stood before a change of many, when that began, and what it has brought about at the job. */
interface KeptBefore {
  leftVersion: number;
  before: Record<string, unknown>;
  since: string;
  acts: JobAction[];
}

const clientOf = (job: Job) => job.clientId;

/** Why a job would not be moved to a phase, or to its end; null where it would. */
function whyItStays(job: Job, to: string | null | undefined): string | null {
  if (to === undefined || (to === null && job.phase === null)) return 'is finished';
  if (job.status === 'on hold') return 'is on hold';
  if (to === job.phase) return 'is there already';
  return to !== null && !job.phases.some((phase) => phase.key === to) ? 'has no such phase' : null;
}

function inWords(input: ChangeJobs): string {
  switch (input.change) {
    case 'people':
      return `changed the ${input.role?.replace('Id', '') ?? 'people'} of jobs`;
    case 'priority':
      return `gave jobs the priority "${input.priority ?? 'usual'}"`;
    case 'status':
      return input.text ? `gave jobs the status "${input.text}"` : 'removed the status from jobs';
    case 'dates':
      return `moved our target of jobs by ${counted(Math.abs(input.days ?? 0), 'working day')}${(input.days ?? 0) < 0 ? ' forward' : ''}`;
    case 'hold':
      return `put jobs on hold: ${input.text ?? ''}`;
    case 'resume':
      return 'took jobs off hold';
    case 'move':
      return input.to === undefined ? 'moved jobs on by a phase' : input.to === null ? 'moved jobs to their end' : 'moved jobs to another phase';
  }
}
