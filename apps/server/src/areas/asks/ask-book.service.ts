import { Injectable } from '@nestjs/common';
import { and, asc, eq, getTableColumns, inArray, isNull, lte, sql } from 'drizzle-orm';
import { type AskState, followUpAfter, isQuestion, jobWaits, moveOfAsk, standingOf } from '@steady/core/asks';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { JobsService, TasksService } from '../jobs';
import { PostService } from '../post';
import { askParties, asks } from './asks.tables';
import { type Ask, AskKinds, type AskParty } from './kinds';

/** The client has done all that was asked of it, by its last act. */
export const AllIn = eventKind<{ askId: string }>('everything came in', 'asks');
/** It is the turn of a person of the firm. */
export const TurnOfOurs = eventKind<{ askId: string; memberId: string }>('turn of a person of the firm', 'asks');
export const AskChanged = eventKind<{ askId: string }>('ask changed', 'asks');

/** States in which nothing is expected of anybody any more. */
export const ENDED: readonly AskState[] = ['done', 'withdrawn', 'expired'];

/** What is written about one ask goes out in the order in which it was written. */
export const matterOf = ({ id }: Pick<Ask, 'id'>): string => `ask ${id}`;

/** The key of the task that stands for a party who could not be written to. */
export const taskOfParty = (partyId: string) => `tell ${partyId}`;

/** Asks as they are kept: found, held while they change, and reckoned anew after each change. */
@Injectable()
export class AskBook {
  constructor(
    private readonly events: Events,
    private readonly kinds: AskKinds,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly post: PostService,
  ) {}

  /** The ask, held for this transaction. A client's person finds only what they have a say in. @throws Problem */
  async hold(work: Work, askId: string): Promise<Ask> {
    const [ask] = await work.tx
      .select()
      .from(asks)
      .where(and(eq(asks.id, askId), eq(asks.firmId, work.firm.id)))
      .for('update');
    if (!ask) throw Problem.notFound('ask');
    return ask;
  }

  /** The ask, to be read. @throws Problem when there is none */
  async get(work: Work, askId: string): Promise<Ask> {
    const [ask] = await work.tx
      .select()
      .from(asks)
      .where(and(eq(asks.id, askId), eq(asks.firmId, work.firm.id)));
    if (!ask) throw Problem.notFound('ask');
    return ask;
  }

  /** @throws Problem where nothing is wanted any more; says so to the client's people as to ours */
  mustBeOpen(ask: Ask): void {
    if (ask.state === 'withdrawn' || ask.state === 'expired' || ask.released)
      throw Problem.refused('ask-ended', 'This is not needed any more. Nothing has to be done.');
    if (ask.state === 'refused') throw Problem.refused('ask-ended', 'This was refused. It has to be withdrawn, then asked again.');
  }

  /** Those who are asked, in order. */
  partiesOf(work: Work, askId: string): Promise<AskParty[]> {
    return work.tx.select().from(askParties).where(eq(askParties.askId, askId)).orderBy(asc(askParties.position), asc(askParties.id));
  }

  /** A party with its ask, to be read. @throws Problem when there is none */
  async partyAndAsk(work: Work, partyId: string): Promise<{ party: AskParty; ask: Ask }> {
    const [found] = await work.tx
      .select({ party: getTableColumns(askParties), ask: getTableColumns(asks) })
      .from(askParties)
      .innerJoin(asks, eq(asks.id, askParties.askId))
      .where(and(eq(askParties.id, partyId), eq(askParties.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('ask');
    return found;
  }

  /** The same, its ask held for this transaction. */
  async holdParty(work: Work, partyId: string): Promise<{ party: AskParty; ask: Ask }> {
    const ask = await this.hold(work, (await this.partyAndAsk(work, partyId)).ask.id);
    // Read only now: whoever had it held may have changed the party.
    return { party: (await this.partyAndAsk(work, partyId)).party, ask };
  }

  /** Writes down where a party stands. */
  setParty(work: Work, partyId: string, set: Partial<AskParty>) {
    return work.tx.update(askParties).set(set).where(eq(askParties.id, partyId));
  }

  /** It is the turn of a person of the firm: they are not written to as clients are, and are told as they wish; once more where it was theirs already. */
  async turnOfOurs(work: Work, ask: Ask, party: AskParty, memberId: string): Promise<void> {
    const isAgain = party.turnSince !== null;
    if (!isAgain) await this.setParty(work, party.id, { state: 'asked', turnSince: work.now.toString() });
    await this.events.record(work, TurnOfOurs, {
      what: `${isAgain ? 'reminded' : 'asked'} ${party.name} ${isAgain ? 'of' : 'for'} their part of ${ask.title}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId: ask.id, memberId },
    });
  }

  /** Whether nothing is wanted of anybody from the beginning. */
  async lacksNothing(work: Work, ask: Ask): Promise<boolean> {
    return (await this.kinds.of(ask.kind).lacks(work, ask, await this.partiesOf(work, ask.id))).ended === 'done';
  }

  /** What was planned and whose day has come, the longest first; not as long as its job is on hold. */
  async due(work: Work): Promise<string[]> {
    const found = await work.tx
      .select({ id: asks.id, jobId: asks.jobId })
      .from(asks)
      .where(and(eq(asks.firmId, work.firm.id), eq(asks.state, 'planned'), lte(asks.sendOn, work.today.toString())))
      .orderBy(asc(asks.sendOn), asc(asks.id));
    const onHold = await this.jobs.onHoldOf(
      work,
      found.flatMap(({ jobId }) => jobId ?? []),
    );
    return found.flatMap(({ id, jobId }) => (jobId !== null && onHold.has(jobId) ? [] : [id]));
  }

  /** The asks of a job that stand in some states. */
  ofJob(work: Work, jobId: string, states: AskState[]): Promise<Ask[]> {
    return work.tx
      .select()
      .from(asks)
      .where(and(eq(asks.jobId, jobId), inArray(asks.state, states)))
      .orderBy(asc(asks.id));
  }

  /** The asks of a client that are of no job and stand in some states. */
  ofClientAlone(work: Work, clientId: string, states: AskState[]): Promise<Ask[]> {
    return work.tx
      .select()
      .from(asks)
      .where(and(eq(asks.clientId, clientId), isNull(asks.jobId), inArray(asks.state, states)))
      .orderBy(asc(asks.id));
  }

  /** Works out anew where an ask stands, what lies with whom, and what its job waits for; lets the job move on as far as it can. */
  async reckon(work: Work, askId: string): Promise<Ask> {
    const ask = await this.stands(work, askId);
    if (ask.jobId !== null) await this.jobs.advance(work, ask.jobId);
    return ask;
  }

  /** The same, and its job stays where it is. */
  async stands(work: Work, askId: string): Promise<Ask> {
    const ask = await this.hold(work, askId);
    const parties = await this.partiesOf(work, askId);
    const lacks = await this.kinds.of(ask.kind).lacks(work, ask, parties);
    const isPlanned = ask.sendOn !== null && parties.every((party) => party.state === 'ahead');
    const { state, owed, forUs } = standingOf(lacks, parties, { released: ask.released, isPlanned });
    const set = state === ask.state ? {} : this.moved(work, ask, state);
    const [now] = await work.tx
      .update(asks)
      .set({ ...set, owed, forUs })
      .where(eq(asks.id, askId))
      .returning();
    // What was promised has come.
    if (state === 'done' && ask.promisedFor !== null) await work.tx.update(asks).set({ promisedFor: null }).where(eq(asks.id, askId));
    const before = state === 'done' ? 'asked' : 'done';
    // With the ask the part of whoever it lay with is done; reopened, it is theirs again.
    if (state === 'done' || ask.state === 'done')
      for (const party of parties)
        if (party.state === before || (state === 'done' && party.state === 'to be told'))
          await this.setParty(work, party.id, state === 'done' ? { state: 'done', doneAt: work.now.toString() } : { state: 'asked', doneAt: null });
    if (ask.state === 'with the client' && owed.length === 0 && state !== 'refused' && work.actor.kind === 'client' && !forUs.some(isQuestion))
      await this.events.record(work, AllIn, {
        what: `has sent all that was asked for in ${ask.title}`,
        clientId: ask.clientId,
        jobId: ask.jobId,
        payload: { askId },
      });
    if (ENDED.includes(state) || state === 'refused') await this.settleRest(work, now!, parties);
    if (ask.jobId !== null) await this.reckonJob(work, ask.jobId);
    return now!;
  }

  /** @throws Error when an ask cannot go there: the core names every move that there is */
  private moved(work: Work, ask: Ask, to: AskState): Partial<Ask> {
    moveOfAsk(ask.state, to);
    const ended = ENDED.includes(to) || to === 'refused';
    return { state: to, stateSince: work.now.toString(), endedAt: ended ? work.now.toString() : null };
  }

  /** The client was written to about it: the next follow-up is counted from today. */
  async written(work: Work, ask: Ask): Promise<void> {
    const { followUps, calendar } = work.firm;
    if (!followUps.isOn) return;
    await work.tx
      .update(asks)
      .set({ nextFollowUpOn: followUpAfter(work.today, followUps, calendar).toString() })
      .where(eq(asks.id, ask.id));
  }

  /** What still waits to go out about it does not; of one person, where one is given. */
  dropLetters(work: Work, ask: Ask, contactId: string | null = null): Promise<void> {
    return this.post.drop(work, matterOf(ask), contactId);
  }

  /** Nothing is wanted any more: no task stands for it, and nothing that still waits goes out about it. */
  private async settleRest(work: Work, ask: Ask, parties: AskParty[]): Promise<void> {
    await this.dropLetters(work, ask);
    for (const party of parties) await this.tasks.settle(work, ask.jobId, taskOfParty(party.id), true);
  }

  /** Notes at a job for what it waits. */
  async reckonJob(work: Work, jobId: string): Promise<void> {
    const all = await work.tx.select({ state: asks.state, owed: asks.owed, kind: asks.kind }).from(asks).where(eq(asks.jobId, jobId));
    await this.jobs.waits(work, jobId, jobWaits(all.map((ask) => ({ ...ask, material: this.kinds.of(ask.kind).material }))));
  }

  /** Brings an ask to its end, whatever it lacks; its job stays where it is. */
  async end(work: Work, ask: Ask, state: AskState, reason: string): Promise<void> {
    await work.tx
      .update(asks)
      .set({ ...this.moved(work, ask, state), reason, owed: [], forUs: [], version: sql`version + 1` })
      .where(eq(asks.id, ask.id));
    await this.settleRest(work, ask, await this.partiesOf(work, ask.id));
    if (ask.jobId !== null) await this.reckonJob(work, ask.jobId);
  }
}
