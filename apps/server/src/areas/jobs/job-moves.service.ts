import { Injectable } from '@nestjs/common';
import { and, eq, inArray, lte, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { factsForRules } from '@steady/core/jobs';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import type { Facts } from '@steady/core/conditions';
import {
  type JobProgress,
  type Move,
  type MoveKind,
  type NamesOfActions,
  type Planned,
  actionInWords,
  actionsOfMove,
  advance,
  asksToMove,
  dayOfPlan,
  keyOf,
  moveKind,
} from '@steady/core/procedures';
import { counted, fullDate } from '@steady/core/words';
import type { MoveJob } from '@steady/contract/moves';
import { type Money, money } from '@steady/core/money';
import { newId, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientQueries, ClientsService, NotesService, factsOf } from '../clients';
import { TemplatesService } from '../post';
import { ActionPieces, ProceduresService } from '../procedures';
import type { JobAction } from './job-actions';
import { JobAsks } from './job-asks';
import { type JobPhase, jobActions, jobs, tasks } from './jobs.tables';

/** The fee agreed for a job, net. */
export const agreedFee = (job: Pick<Job, 'fee' | 'currency'>): Money => money(job.fee, job.currency);

export type Job = typeof jobs.$inferSelect;

export const JobMoved = eventKind<{ jobId: string }>('job moved', 'jobs');
export const JobFinished = eventKind<{ jobId: string; keepAsks?: boolean }>('job finished', 'jobs');
/** A finished job is to be done on: by hand, or because its end was taken back. */
export const JobReopened = eventKind<{ jobId: string }>('job opened again', 'jobs');
export const JobChanged = eventKind<{ jobId: string }>('job changed', 'jobs');
/** A move brings these about: whoever listens carries them out in the same transaction, and writes on each what became of it. */
export const ActionsDue = eventKind<{ job: Job; actions: JobAction[] }>('phase actions due', 'jobs');

export interface LookedAtMove {
  job: Job;
  kind: MoveKind;
  from: JobPhase | null;
  to: JobPhase | null;
  planned: Planned[];
  /** It goes back, or past phases: a reason is asked for. */
  wantsWhy: boolean;
  /** Keys of the phases that it leaves, or on the way back those that stand open again. */
  leaves: string[];
}

/** How jobs move through their phases: by themselves as work is done, or by the hand of a person who looked at it before. */
@Injectable()
export class JobMovesService {
  private readonly named = new WeakMap<Work['journal'], Promise<NamesOfActions>>();

  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly asks: JobAsks,
    private readonly book: ClientQueries,
    private readonly templates: TemplatesService,
    private readonly procedures: ProceduresService,
    private readonly pieces: ActionPieces,
    private readonly notes: NotesService,
  ) {}

  /** Moves the job on as far as its tasks and requests allow, and says in its history why. Safe to call at any time. */
  async advance(work: Work, jobId: string): Promise<void> {
    // One step for each phase whose actions have to be carried out before one knows whether it goes on.
    while (await this.step(work, jobId));
  }

  private async step(work: Work, jobId: string): Promise<boolean> {
    const [job] = await work.tx
      .select()
      .from(jobs)
      .where(
        and(eq(jobs.id, jobId), eq(jobs.status, 'open'), sql`not exists (select from tasks where job_id = ${jobId} and phase_key = phase and done_at is null)`),
      )
      .for('update');
    if (!job || job.phase === null) return false;
    const state = await this.state(work, job);
    const asks = asksToMove(state);
    if (asks !== job.asksToMove) {
      await work.tx.update(jobs).set({ asksToMove: asks }).where(eq(jobs.id, jobId));
      if (asks) await this.say(work, job, `is complete in ${nameOf(job, job.phase)}: it waits for somebody to look at what happens next`);
    }
    const all = advance(state);
    const phaseOf = (key: string | null) => job.phases.find((phase) => phase.key === key) ?? null;
    const stop = all.findIndex((move) => phaseOf(move.fromKey)?.onDone?.length || phaseOf(move.toKey)?.onEntry?.length);
    const moves = await this.upToToday(work, job, stop === -1 ? all : all.slice(0, stop + 1));
    if (moves.length === 0) return false;
    await this.walk(work, job, moves);
    if (stop === -1 || moves.length <= stop) return false;
    const last = moves.at(-1)!;
    const planned = await this.knownBefore(work, job, actionsOfMove(phaseOf(last.fromKey), phaseOf(last.toKey), await this.facts(work, job)));
    // By itself nothing is done a second time: a client is not written to again because a job came back.
    await this.bringAbout(work, job, planned, planned.filter((one) => one.doneBefore).map(keyOf));
    return true;
  }

  /** The moves as far as the working days of the phases allow; a job that waits for such a day says until when. */
  private async upToToday(work: Work, job: Job, moves: Move[]): Promise<Move[]> {
    for (const [at, { toKey }] of moves.entries()) {
      const target = job.phases.find((phase) => phase.key === toKey);
      if (!target?.opens) continue;
      const own = dayOfPlan(target.opens, { start: civil(job.startOn), before: work.today }, work.firm.calendar).toString();
      // Counted from the day on which the phase before was done, the day stays what it was then.
      const day = at === 0 && target.opens.from === 'before' && job.goesOnOn !== null ? job.goesOnOn : own;
      if (day <= work.today.toString()) continue;
      if (at === 0 && job.goesOnOn !== day) {
        await work.tx.update(jobs).set({ goesOnOn: day }).where(eq(jobs.id, job.id));
        await this.say(work, job, `is complete in ${nameOf(job, job.phase!)}: it goes on to ${target.name} on ${fullDate(civil(day))}`);
      }
      return moves.slice(0, at);
    }
    return moves;
  }

  /** Jobs whose next phase may be entered from today on. */
  async waitedFor(work: Work): Promise<string[]> {
    const found = await work.tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.firmId, work.firm.id), eq(jobs.status, 'open'), lte(jobs.goesOnOn, work.today.toString())))
      .orderBy(jobs.goesOnOn, jobs.id);
    return found.map(({ id }) => id);
  }

  /** What decides whether a job moves, as it stands now. */
  async state(work: Work, job: Pick<Job, 'id' | 'phases' | 'phase'>): Promise<JobProgress> {
    const open = await work.tx
      .select({ phaseKey: tasks.phaseKey, done: sql<boolean>`${tasks.doneAt} is not null` })
      .from(tasks)
      .where(eq(tasks.jobId, job.id));
    return { phases: statesOf(job.phases), current: job.phase, tasks: open, asks: await this.asks.of.ofPhases(work, job.id) };
  }

  /** Writes down that a job went through phases by itself. */
  private async walk(work: Work, job: Job, moves: Move[]): Promise<void> {
    const now = work.now.toString();
    const phases = job.phases.map((phase) => ({ ...phase }));
    const phase = moves.at(-1)!.toKey;
    for (const move of moves) {
      for (const one of phases) {
        if (one.key === move.fromKey && one.doneAt === null) one.doneAt = now;
        if (one.key === move.toKey) one.enteredAt = now;
      }
    }
    await work.tx
      .update(jobs)
      .set({
        phase,
        phases,
        phaseSince: now,
        goesOnOn: null,
        asksToMove: false,
        version: sql`version + 1`,
        ...(phase === null ? { status: 'finished' as const, finishedAt: now } : {}),
      })
      .where(eq(jobs.id, job.id));
    for (const move of moves) {
      const what = move.to === null ? `finished the job: in ${move.from}, ${move.why}` : `moved the job from ${move.from} to ${move.to}: ${move.why}`;
      await this.events.record(work, move.to === null ? JobFinished : JobMoved, {
        what,
        clientId: job.clientId,
        jobId: job.id,
        before: { phase: move.from },
        after: { phase: move.to },
        payload: { jobId: job.id },
      });
    }
  }

  /** Brings about what the first phase of a new job does on entry. */
  async begun(work: Work, job: Job, { leaveOut = [], reworded = [] }: HowItBegins = {}): Promise<void> {
    for (const [at, words] of reworded.entries()) this.templates.mustFill(words, `begins.reworded.${at}.`);
    const first = job.phases.find((phase) => phase.key === job.phase) ?? null;
    if (!first?.onEntry?.length) return;
    const planned = actionsOfMove(null, first, await this.facts(work, job)).map((one): Planned => {
      const words = reworded.find(({ key }) => key === keyOf(one));
      return words && one.action.does === 'message' ? { ...one, action: { ...one.action, words: { subject: words.subject, body: words.body } } } : one;
    });
    await this.bringAbout(work, job, planned, leaveOut);
    await this.advance(work, job.id);
  }

  /** Marks what was done for the job already. Only where the job came back to one of the phases can that be. */
  private async knownBefore(work: Work, job: Job, planned: Planned[]): Promise<Planned[]> {
    const reopened = new Set(job.phases.filter((phase) => phase.reopened).map((phase) => phase.key));
    if (!planned.some((one) => reopened.has(one.phaseKey))) return planned;
    const done = await work.tx
      .select({ phaseKey: jobActions.phaseKey, moment: jobActions.moment, action: jobActions.action, at: jobActions.at })
      .from(jobActions)
      .where(and(eq(jobActions.jobId, job.id), eq(jobActions.state, 'done')))
      .orderBy(jobActions.at);
    // Under the key of another version something else may stand now: that was not done.
    const asDone = (one: Pick<Planned, 'phaseKey' | 'moment' | 'action'>) => `${keyOf(one)} ${one.action.does}`;
    const at = new Map(done.map((one) => [asDone(one), one.at]));
    return planned.map((one) => ({ ...one, doneBefore: at.get(asDone(one)) }));
  }

  private async bringAbout(work: Work, job: Job, planned: Planned[], leaveOut: string[]): Promise<void> {
    if (planned.length === 0) return;
    const names = await this.names(work);
    const all = planned.map((one): JobAction => ({
      id: newId(),
      firmId: work.firm.id,
      jobId: job.id,
      phaseKey: one.phaseKey,
      action: one.action,
      what: actionInWords(one, names),
      moment: one.moment,
      ...this.dayOf(work, job, one, leaveOut.includes(keyOf(one))),
      at: work.now.toString(),
      error: null,
      brought: null,
    }));
    const actions = all.filter((one) => one.state === 'planned');
    const later = all.filter((one) => one.state === 'waits');
    if (later.length > 0) await this.say(work, job, `does later by itself: ${later.map((one) => `${one.what} (${fullDate(civil(one.dueOn!))})`).join('; ')}`);
    if (actions.length > 0)
      await this.events.record(work, ActionsDue, {
        what: `by itself: ${actions.map((one) => one.what).join('; ')}`,
        clientId: job.clientId,
        jobId: job.id,
        payload: { job, actions },
      });
    await work.tx.insert(jobActions).values(all);
  }

  /** Whether an action is carried out now, or waits for its working day. */
  private dayOf(work: Work, job: Job, { action }: Planned, isLeftOut: boolean): Pick<JobAction, 'state' | 'dueOn'> {
    if (isLeftOut) return { state: 'left out', dueOn: null };
    if (!action.on) return { state: 'planned', dueOn: null };
    const day = dayOfPlan(action.on, { start: civil(job.startOn), before: work.today }, work.firm.calendar).toString();
    return day > work.today.toString() ? { state: 'waits', dueOn: day } : { state: 'planned', dueOn: null };
  }

  /** Facts of the client, of the service line and of the job, as rules of a procedure read them. */
  async facts(work: Work, job: Job): Promise<Facts> {
    const [line] = await rows<{ rhythm: string; service: string }>(
      work.tx,
      sql`select l.rhythm, s.name as service from jobs j join service_lines l on l.id = j.line_id join services s on s.id = j.service_id where j.id = ${job.id}`,
    );
    return {
      ...factsOf(await this.clients.get(work, job.clientId)),
      'line:rhythm': line?.rhythm ?? null,
      'line:service': line?.service ?? null,
      ...factsForRules({ ...job, fee: agreedFee(job) }),
    };
  }

  /** What templates, procedures and details are called; read once in a transaction, however many jobs it moves. */
  names(work: Work): Promise<NamesOfActions> {
    const known = this.named.get(work.journal) ?? this.readNames(work);
    this.named.set(work.journal, known);
    return known;
  }

  private async readNames(work: Work): Promise<NamesOfActions> {
    const details = await this.book.details(work);
    const byId = new Map([
      ...(await this.templates.names(work)),
      ...(await this.procedures.names(work)),
      ...details.map(({ id, name: called }) => [id, called] as const),
      ...(await this.pieces.kindsToSign(work)),
    ]);
    const name = (id: string) => byId.get(id) ?? 'something that is no longer there';
    const facts = Object.fromEntries(details.map((one) => [`detail:${one.id}`, one.name]));
    return { template: name, procedure: name, signingKind: name, detail: name, facts };
  }

  private async get(work: Work, jobId: string, hold = false): Promise<Job> {
    const asked = work.tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.id, jobId), eq(jobs.firmId, work.firm.id)));
    const [job] = await (hold ? asked.for('update') : asked);
    if (!job) throw Problem.notFound('job');
    return job;
  }

  /** What a move to a phase, or to the end, would be; nothing is written. */
  async look(work: Work, jobId: string, to: string | null): Promise<LookedAtMove & { behind: string[]; openAsks: string[] }> {
    const considered = await this.considered(work, await this.get(work, jobId), to);
    const behind = await rows<{ name: string }>(
      work.tx,
      sql`select name from tasks where job_id = ${jobId} and done_at is null and phase_key in ${listed(considered.leaves)} order by position`,
    );
    const openAsks = to === null ? await this.asks.of.openOf(work, [jobId]) : [];
    return { ...considered, behind: considered.kind === 'back' ? [] : behind.map((task) => task.name), openAsks: openAsks.map((ask) => ask.title) };
  }

  /** What moving a job to a phase, or to the end, would be. */
  async considered(work: Work, job: Job, to: string | null): Promise<LookedAtMove> {
    const at = job.phases.findIndex((phase) => phase.key === job.phase);
    const next = to === null ? job.phases.length : job.phases.findIndex((phase) => phase.key === to);
    if (next === -1) throw Problem.invalid([{ field: 'to', message: 'Choose a phase of this job.' }]);
    if (to === job.phase) throw Problem.invalid([{ field: 'to', message: 'The job is there already.' }]);
    const kind = moveKind(job.phases, job.phase, to);
    const [from, target] = [job.phases[at] ?? null, job.phases[next] ?? null];
    // Going back sends nothing a second time.
    const acts = kind === 'back' ? [] : [...(from?.onDone ?? []), ...(target?.onEntry ?? [])];
    // Facts are read only where a rule looks at them: many jobs are moved at once.
    const planned =
      acts.length === 0
        ? []
        : await this.knownBefore(work, job, actionsOfMove(from, target, acts.some((act) => act.onlyIf) ? await this.facts(work, job) : {}));
    const leaves = (kind === 'back' ? job.phases.slice(next) : job.phases.slice(at, next)).map((phase) => phase.key);
    // A job that ends with phases still ahead of it passes over them.
    const wantsWhy = kind === 'back' || kind === 'over' || (kind === 'finish' && next > at + 1);
    return { job, kind, from, to: target, planned, leaves, wantsWhy };
  }

  /** Moves a job by hand: on, over phases, back, to its end, or open again. Of two who move it at once, the second is told. `locked` is the job where it is held already. */
  async move(work: Work, jobId: string, { to, leaveOut, again = [], why, keepAsks, version }: MoveJob, locked?: Job): Promise<void> {
    const held = locked ?? (await this.get(work, jobId, true));
    if (held.version !== version) throw Problem.stale('job', held.id);
    const { job, kind, from, to: target, planned, leaves, wantsWhy } = await this.considered(work, held, to);
    if (job.status === 'on hold') throw Problem.refused('on-hold', 'The job is on hold. Take it off hold, then move it.');
    if (!why && wantsWhy)
      throw Problem.invalid([{ field: 'why', message: `Say why it goes ${kind === 'back' ? 'back' : 'past phases'}: colleagues will ask.` }]);
    const at = job.phases.findIndex((phase) => phase.key === job.phase);
    const next = target === null ? job.phases.length : job.phases.indexOf(target);
    const unapproved = kind === 'back' ? undefined : job.phases.slice(at, next).find((phase) => phase.completion === 'approved' && !phase.approved);
    if (unapproved) throw Problem.refused('not-approved', `"${unapproved.name}" has to be approved by a second person first.`);
    const now = work.now.toString();
    const phases = job.phases.map((phase, index): JobPhase => {
      if (kind === 'back')
        return index < next ? phase : { ...phase, doneAt: null, enteredAt: index === next ? now : null, approved: undefined, reopened: true };
      if (index >= at && index < next) return { ...phase, doneAt: phase.doneAt ?? now };
      return index === next ? { ...phase, enteredAt: now } : phase;
    });
    const behind = await this.leaveBehind(work, jobId, kind, leaves);
    // What was to come by itself of phases that it comes to again comes anew from there.
    if (kind === 'back')
      await work.tx
        .update(jobActions)
        .set({ state: 'left out', error: 'the job went back' })
        .where(and(eq(jobActions.jobId, jobId), eq(jobActions.state, 'waits'), inArray(jobActions.phaseKey, leaves)));
    const [after] = await work.tx
      .update(jobs)
      .set({
        phase: to,
        phases,
        phaseSince: now,
        goesOnOn: null,
        asksToMove: false,
        stuckReason: null,
        stuckSince: null,
        stuckForId: null,
        version: version + 1,
        ...(to === null ? { status: 'finished', finishedAt: now } : { status: 'open', finishedAt: null, closedReason: null }),
      })
      .where(eq(jobs.id, jobId))
      .returning({ busy: sql<boolean>`exists (select from tasks where job_id = ${jobId} and phase_key = ${to} and done_at is null)` });
    if (job.stuckReason !== null) await this.notes.unblocked(work, { jobId });
    const passed = behind.length > 0 ? `, with ${counted(behind.length, 'task')} left behind: ${behind.join(', ')}` : '';
    const because = why ? `: ${why}` : '';
    const what =
      to === null
        ? `finished the job by hand${passed}${because}`
        : job.phase === null
          ? `opened the job again, in ${target!.name}${because}`
          : `moved the job ${kind === 'back' ? 'back ' : ''}from ${from!.name} to ${target!.name}${passed}${because}`;
    const happening = { what, clientId: job.clientId, jobId, before: { phase: from?.name ?? null }, after: { phase: target?.name ?? null } };
    if (to === null) await this.events.record(work, JobFinished, { ...happening, payload: { jobId, keepAsks } });
    else await this.events.record(work, job.phase === null ? JobReopened : JobMoved, { ...happening, payload: { jobId } });
    const notAgain = planned.filter((one) => one.doneBefore && !again.includes(keyOf(one))).map(keyOf);
    await this.bringAbout(work, job, planned, [...leaveOut, ...notAgain]);
    // What is to be done there holds it, as a rule; what an action does to that moves the job on by itself.
    if (kind !== 'back' && !after!.busy) await this.advance(work, jobId);
  }

  /** Marks the open tasks of phases as passed over, or opens those again that a move had passed over. @returns names of those left behind */
  private async leaveBehind(work: Work, jobId: string, kind: MoveKind, phaseKeys: string[]): Promise<string[]> {
    if (kind === 'back') {
      await work.tx.execute(
        sql`update tasks set done_at = null, done_by = null, passed_over = false, version = version + 1 where job_id = ${jobId} and passed_over and phase_key in ${listed(phaseKeys)}`,
      );
      return [];
    }
    const left = await rows<{ id: string; name: string; position: number; stuck: boolean }>(
      work.tx,
      sql`update tasks set done_at = ${work.now.toString()}, done_by = ${work.actor.name}, passed_over = true, version = version + 1
          where job_id = ${jobId} and done_at is null and phase_key in ${listed(phaseKeys)} returning id, name, position, stuck_reason is not null as stuck`,
    );
    for (const task of left) if (task.stuck) await this.notes.unblocked(work, { taskId: task.id });
    return left.sort((a, b) => a.position - b.position).map((task) => task.name);
  }

  /**
   * A second person's approval of the phase in which the job stands. Whoever did one of the tasks before it cannot give it;
   * where nothing was done before it, its own tasks are what is approved.
   */
  async approve(work: Work, jobId: string, version: number): Promise<void> {
    const job = await this.get(work, jobId, true);
    if (job.version !== version) throw Problem.stale('job', job.id);
    const phase = job.phases.find((one) => one.key === job.phase);
    if (phase?.completion !== 'approved') throw Problem.refused('nothing-to-approve', 'Nothing has to be approved where the job is.');
    const done = await rows<{ name: string; phaseKey: string; by: string | null }>(
      work.tx,
      sql`select name, phase_key as "phaseKey", done_by_id as by from tasks where job_id = ${jobId} and not passed_over and done_at is not null order by position`,
    );
    const before = done.filter((task) => job.phases.findIndex((one) => one.key === task.phaseKey) < job.phases.indexOf(phase));
    const looked = before.length > 0 ? before : done.filter((task) => task.phaseKey === phase.key);
    const own = looked.find((task) => task.by === work.actor.id);
    if (own) throw Problem.refused('first-person', `You did "${own.name}" yourself. The approval is for a second person to give.`);
    const phases = job.phases.map((one) => (one === phase ? { ...one, approved: { by: work.actor.name, byId: work.actor.id, at: work.now.toString() } } : one));
    await work.tx
      .update(jobs)
      .set({ phases, version: version + 1 })
      .where(eq(jobs.id, jobId));
    await this.say(work, job, `approved ${phase.name}`);
    await this.advance(work, jobId);
  }

  private async say(work: Work, job: Pick<Job, 'id' | 'clientId'>, what: string): Promise<void> {
    await this.events.record(work, JobChanged, { what, clientId: job.clientId, jobId: job.id, payload: { jobId: job.id } });
  }
}

const listed = (keys: string[]) => sql`(select jsonb_array_elements_text(${JSON.stringify(keys)}::jsonb))`;

const nameOf = (job: Job, key: string) => job.phases.find((phase) => phase.key === key)?.name ?? key;

export const statesOf = (phases: readonly JobPhase[]): JobProgress['phases'] =>
  phases.map(({ key, name, completion, requests, asks, approved }) => ({ key, name, completion, requests, asks, approved: approved !== undefined }));
