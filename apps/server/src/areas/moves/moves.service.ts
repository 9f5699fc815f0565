import { Injectable, type OnModuleInit } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { actionInWords, keyOf, leavesTheHouse } from '@steady/core/procedures';
import { civil } from '@steady/core/calendar';
import { counted, fullDate } from '@steady/core/words';
import type { MoveJob, MovePreview, Moved } from '@steady/contract/moves';
import { Ticks } from '../../platform/background/ticks';
import { Events } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { rows } from '../../platform/database';
import { type Work, apart } from '../../platform/work';
import { ClientsService } from '../clients';
import {
  ActionsDue,
  type Job,
  JobChanged,
  JobClosed,
  JobFinished,
  type JobAction,
  JobActions,
  JobBatches,
  JobMovesService,
  JobStandingService,
  JobsService,
  type LookedAtMove,
} from '../jobs';
import { PostService } from '../post';
import { MoveEnds } from './move-ends';
import { Steps } from './steps';
import type { CarriedOut } from './steps/step';

/** What a move of a job brings about: foretold before it is made, carried out with it, tried again where it failed. */
@Injectable()
export class MovesService implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly standing: JobStandingService,
    private readonly moves: JobMovesService,
    private readonly post: PostService,
    private readonly steps: Steps,
    private readonly book: JobActions,
    private readonly batches: JobBatches,
    private readonly ends: MoveEnds,
  ) {}

  onModuleInit(): void {
    this.ticks.registerEach(
      'actions on their day',
      (work) => this.book.due(work),
      async (work, ids) => {
        for (const id of ids) await this.onItsDay(work, id);
      },
    );
    this.ticks.registerEach(
      'phases on their day',
      (work) => this.moves.waitedFor(work),
      async (work, ids) => {
        for (const id of ids) await this.jobs.advance(work, id);
      },
    );
    this.events.on(JobFinished, (work, { payload }) => this.leaveWaiting(work, payload.jobId));
    this.events.on(JobClosed, (work, { payload }) => this.leaveWaiting(work, payload.jobId));
    this.events.on(ActionsDue, (work, { payload: { actions, job } }) => this.carryOutAll(work, actions, job));
  }

  /** Moves a job by hand, and keeps how it stood, so that it can be taken back as long as nothing has left the house. */
  async move(work: Work, jobId: string, input: MoveJob): Promise<Moved> {
    const before = await this.jobs.get(work, jobId);
    await this.moves.move(work, jobId, input);
    return { mayUndo: await this.batches.keepMove(work, input.batchId, before, await this.jobs.get(work, jobId)) };
  }

  /** A sentence for each thing that would happen, before the job is moved. */
  async preview(work: Work, jobId: string, to: string | null): Promise<MovePreview> {
    // A finished job goes nowhere: whoever looks where it goes next is told so, and is not refused.
    if (to === null && (await this.jobs.get(work, jobId)).status === 'finished')
      return { kind: 'finish', from: null, to: null, toKey: null, acts: [], openAsks: [], notices: [], wantsWhy: false };
    const looked = await this.moves.look(work, jobId, to);
    const { kind, from, to: target, behind, openAsks } = looked;
    const acts = await this.acts(work, looked);
    return {
      kind,
      from: from?.name ?? null,
      to: target?.name ?? null,
      toKey: target?.key ?? null,
      acts,
      openAsks,
      wantsWhy: looked.wantsWhy,
      notices: [
        ...(kind === 'finish' ? [...(await this.ends.of(work, looked.job)), ...(await this.leftOut(work, jobId))] : []),
        ...(behind.length > 0 ? [`${counted(behind.length, 'task')} would be left behind, marked as passed over: ${behind.join(', ')}.`] : []),
        ...(kind === 'back' ? ['What was sent or drafted stays as it is; nothing is sent a second time.'] : []),
      ],
    };
  }

  /** What waits for its day in a job that is about to be finished, and would be left out. */
  private async leftOut(work: Work, jobId: string): Promise<string[]> {
    return (await this.book.waiting(work, jobId)).map(({ what, dueOn }) => `Left out: ${what} (${fullDate(civil(dueOn!))}).`);
  }

  /** A sentence for each thing that a move would bring about. Who would be written to is looked up only where something goes out. */
  async acts(work: Work, { job, planned }: LookedAtMove): Promise<MovePreview['acts']> {
    const names = await this.moves.names(work);
    const told: MovePreview['acts'] = [];
    let recipients: Awaited<ReturnType<PostService['recipients']>> | null = null;
    let later: string[] | null = null;
    for (const one of planned) {
      const words = actionInWords(one, names);
      const key = keyOf(one);
      const doneBefore = one.doneBefore;
      if (!leavesTheHouse(one.action)) {
        told.push({ key, what: `${words}.`, outside: false, doneBefore });
        continue;
      }
      const own = await this.steps.whoGets(work, one.action, job);
      if (own && 'why' in own) {
        told.push({ key, what: `${words}. ${own.why} A task takes its place.`, outside: false, doneBefore });
        continue;
      }
      recipients ??= await this.post.recipients(work, await this.clients.get(work, job.clientId), 'getsRequests', job.contactId);
      const { to, nobody } = own ?? recipients;
      // What one move brings about goes out together: it is looked up once.
      later ??= await this.post.later(work, to);
      told.push(
        to.length > 0
          ? {
              key,
              what: [`${words}. It is sent automatically to ${to.map((person) => `${person.name} (${person.email})`).join(', ')}.`, ...later].join(' '),
              outside: true,
              doneBefore,
              isLater: later.length > 0,
            }
          : {
              key,
              doneBefore,
              what: `${words}. There is nobody to write to (${nobody.map((who) => `${who.name} ${who.why}`).join(', ')}): a task takes its place.`,
              outside: false,
            },
      );
    }
    return told;
  }

  /** Carries out what a move brings about: in one go where nothing fails, as a rule; otherwise each by itself. */
  private async carryOutAll(work: Work, actions: JobAction[], job: Job): Promise<void> {
    if (actions.length > 1 && (await this.together(work, actions, job))) return;
    for (const action of actions) await this.carryOut(work, action, job);
  }

  /** @returns false where one of them fails: nothing was done then. Which one it is shows when each is tried by itself */
  private async together(work: Work, actions: JobAction[], job: Job): Promise<boolean> {
    try {
      const outcomes = await apart(work, async () => {
        const made: CarriedOut<object>[] = [];
        for (const action of actions) made.push(await this.steps.carryOut(work, action.action, job, action.phaseKey));
        return made;
      });
      for (const [at, action] of actions.entries()) noteDone(work, action, outcomes[at]!);
      return true;
    } catch {
      return false;
    }
  }

  /** Carries one action out inside the move, and writes on it what became of it; what fails is taken back alone and stays in the list to try again. */
  private async carryOut(work: Work, action: JobAction, job: Job): Promise<void> {
    try {
      noteDone(work, action, await apart(work, () => this.steps.carryOut(work, action.action, job, action.phaseKey)));
    } catch (error) {
      const message = error instanceof Problem ? error.message : error instanceof Error ? error.message : String(error);
      Object.assign(action, { state: 'failed', error: message.slice(0, 500), at: work.now.toString() });
    }
  }

  /** Its job is over: what still waited for its day is left out. */
  private async leaveWaiting(work: Work, jobId: string): Promise<void> {
    const waiting = await this.book.waiting(work, jobId);
    await this.book.leaveOut(
      work,
      waiting.map(({ id }) => id),
      'the job is over',
    );
  }

  /** The day of an action has come: it is carried out, once. */
  private async onItsDay(work: Work, actionId: string): Promise<void> {
    const action = await this.book.hold(work, actionId);
    if (action.state !== 'waits') return;
    await this.carryOut(work, action, await this.jobs.get(work, action.jobId));
    await this.book.outcome(work, action);
    const { error, what } = action;
    await this.say(work, action, `${error === null ? 'did' : 'could not do'} by itself, on its day: ${what}`);
    await this.jobs.advance(work, action.jobId);
  }

  /** Leaves an action out that waits for its day. */
  async leaveOut(work: Work, actionId: string): Promise<void> {
    const action = await this.book.hold(work, actionId);
    if (action.state !== 'waits') throw Problem.refused('not-waiting', 'This does not wait any more: it was done, or left out.');
    await this.book.leaveOut(work, [action.id], null);
    await this.say(work, action, `leaves out: ${action.what}`);
  }

  private async say(work: Work, { jobId }: JobAction, what: string): Promise<void> {
    const { clientId } = await this.jobs.get(work, jobId);
    await this.events.record(work, JobChanged, { what, clientId, jobId, payload: { jobId } });
  }

  /** Tries an action again that failed, or does now what waits for its day. One that is done already is left alone. */
  async again(work: Work, actionId: string): Promise<void> {
    const action = await this.book.hold(work, actionId);
    if (action.state === 'waits') return this.onItsDay(work, actionId);
    if (action.state !== 'failed') throw Problem.refused('not-failed', 'This was done already, or left out.');
    await this.carryOut(work, action, await this.jobs.get(work, action.jobId));
    await this.book.outcome(work, action);
  }

  /** Jobs that were on hold until today, or an earlier day; of these alone, where ids are given. */
  async heldUntilToday(work: Work, ids?: string[]): Promise<string[]> {
    const due = await rows<{ id: string }>(
      work.tx,
      sql`select id from jobs where firm_id = ${work.firm.id} and status = 'on hold' and hold_until <= ${work.today.toString()}
          ${ids ? sql`and id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)` : sql``} order by id`,
    );
    return due.map(({ id }) => id);
  }

  /** Takes jobs off hold, as far as they are still to go on. */
  async goOn(work: Work, ids: string[]): Promise<void> {
    for (const id of await this.heldUntilToday(work, ids)) await this.standing.hold(work, id, null);
  }
}

function noteDone(work: Work, action: JobAction, { also, brought }: CarriedOut<object>): void {
  Object.assign(action, { state: 'done', error: null, what: also ? `${action.what}: ${also}` : action.what, at: work.now.toString(), brought });
}
