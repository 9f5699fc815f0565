import { Injectable, type OnModuleInit } from '@nestjs/common';
import { eq, inArray } from 'drizzle-orm';
import { ofTheClient, turnsOf, wantedByThen } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { ChangeAsk } from '@steady/contract/asks';
import { Ticks } from '../../platform/background/ticks';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientRecords, ContactMerging, type Client } from '../clients';
import { type Job, JobAsks, JobClosed, JobFinished, JobReopened, JobsService, TaskTicked, TasksService } from '../jobs';
import type { When } from '../post';
import { AskBook, AskChanged, ENDED, taskOfParty } from './ask-book.service';
import { AskLetters } from './ask-letters';
import { AskQueries } from './asks.queries';
import { askParties, asks } from './asks.tables';
import type { Ask, AskParty } from './kinds';

export const AskOpened = eventKind<{ askId: string }>('ask opened', 'asks');
export const AskWithdrawn = eventKind<{ askId: string }>('ask withdrawn', 'asks');

export interface NewAsk {
  kind: string;
  client: Client;
  /** Null where it is of no job: nothing waits for it but itself. */
  job: Job | null;
  phaseKey: string | null;
  planKey?: string | null;
  title: string;
  words?: string | null;
  wantedBy: string;
  /** Those who are asked, in order; where neither a contact nor a person of the firm is given, whoever gets asks of that kind. Where no place is given, one after the other. */
  parties: { contactId: string | null; memberId?: string | null; name: string; position?: number; wantedBy?: string | null }[];
  /** What the history says: "asked for Bank statements". */
  what: string;
  after: unknown;
  /** When the first of them is told: on a day to come, or as soon as the plan allows. */
  when?: When;
  /** The client is told in the portal, and not written to. */
  isPortalOnly?: boolean;
  /** Keeps what the ask is about in the tables of its kind. */
  fill(ask: Ask): Promise<void>;
}

/** Asks through their life: given out, passed from party to party, looked at, changed, withdrawn, ended with their job. */
@Injectable()
export class AsksService implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly records: ClientRecords,
    private readonly people: ContactMerging,
    private readonly events: Events,
    private readonly book: AskBook,
    private readonly letters: AskLetters,
    private readonly queries: AskQueries,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly ofJobs: JobAsks,
  ) {}

  onModuleInit(): void {
    this.ofJobs.bring(this.queries);
    this.records.follow(asks, { what: 'asks' });
    this.people.follow(askParties.contactId);
    this.events.on(JobFinished, (work, { payload }) => (payload.keepAsks ? this.book.reckonJob(work, payload.jobId) : this.release(work, payload.jobId)));
    this.events.on(JobClosed, (work, { payload }) => this.release(work, payload.jobId));
    this.events.on(JobReopened, (work, { payload }) => this.askOn(work, payload.jobId));
    this.ticks.registerEach(
      'planned asks',
      (work) => this.book.due(work),
      async (work, ids) => {
        for (const id of ids) await this.sendPlanned(work, id);
      },
    );
    this.events.on(TaskTicked, async (work, { payload: { key, done } }) => {
      if (key.startsWith(taskOfParty(''))) await this.toldOtherwise(work, key.slice(taskOfParty('').length), done);
    });
  }

  /**
   * Asks a client for something, and tells those whose turn it is, or plans to on a day. Where nobody can be written to, a task for
   * a person of the firm stands for that, and the ask waits for us. What lacks nothing from the beginning is told to nobody.
   * @returns the ask and how many were told
   */
  async open(work: Work, { client, job, parties, what, after, fill, when = {}, isPortalOnly = false, ...of }: NewAsk): Promise<{ ask: Ask; written: number }> {
    if (job !== null && job.phase === null) throw Problem.refused('job-finished', 'The job is finished. Begin a new one to ask the client for something.');
    if (of.wantedBy < work.today.toString()) throw Problem.invalid([{ field: 'dueOn', message: 'This day is over. Give the client some days.' }]);
    const sendOn = when.on ?? null;
    if (sendOn !== null && of.wantedBy < sendOn) throw Problem.invalid([{ field: 'dueOn', message: 'It goes out after this day. Give the client some days.' }]);
    const now = work.now.toString();
    const [ask] = await work.tx
      .insert(asks)
      .values({
        ...of,
        firmId: work.firm.id,
        clientId: client.id,
        jobId: job?.id ?? null,
        state: sendOn === null ? 'drafted' : 'planned',
        sendOn,
        isPortalOnly,
        stateSince: now,
        askedAt: now,
        askedBy: work.actor.name,
        askedById: work.actor.kind === 'staff' ? work.actor.id : null,
      })
      .returning();
    await work.tx
      .insert(askParties)
      .values(parties.map((party, at) => ({ position: at, ...party, firmId: work.firm.id, askId: ask!.id, state: 'ahead' as const })));
    await fill(ask!);
    const isThere = await this.book.lacksNothing(work, ask!);
    const written = sendOn !== null || isThere ? 0 : await this.letters.passTurn(work, ask!, when);
    const isTurnOfClient = ofTheClient(turnsOf(await this.book.partiesOf(work, ask!.id))).length > 0;
    const told = isThere
      ? 'all of it is there'
      : sendOn !== null
        ? `it goes out ${fullDate(civil(sendOn))}`
        : written === 0
          ? isTurnOfClient
            ? 'there was nobody to write to'
            : 'somebody of us comes first'
          : isPortalOnly
            ? `${written} can see it in the portal`
            : `wrote to ${written}`;
    await this.events.record(work, AskOpened, {
      what: `${what}; ${told}`,
      clientId: client.id,
      jobId: job?.id ?? null,
      after,
      payload: { askId: ask!.id },
    });
    return { ask: await this.book.reckon(work, ask!.id), written };
  }

  /** What was planned goes out, once; the client has as many days as planned, also where it goes out later. */
  async sendPlanned(work: Work, askId: string): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (ask.state !== 'planned') return;
    const wantedBy = wantedByThen({ sendOn: ask.sendOn!, wantedBy: ask.wantedBy }, work.today, work.firm.calendar);
    if (wantedBy !== ask.wantedBy) await work.tx.update(asks).set({ wantedBy }).where(eq(asks.id, askId));
    const written = await this.letters.passTurn(work, { ...ask, wantedBy });
    await this.events.record(work, AskChanged, {
      what: `asked as planned, ${ask.title}; ${written === 0 ? 'there was nobody to write to' : ask.isPortalOnly ? 'it can be seen in the portal' : `wrote to ${written}`}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
    await this.book.reckon(work, askId);
  }

  /** Sends what is planned for a later day at once. @throws Problem where it has gone out */
  async sendNow(work: Work, askId: string): Promise<void> {
    if ((await this.book.hold(work, askId)).state !== 'planned') throw Problem.refused('has-gone-out', 'It has gone out already, or is not wanted any more.');
    await this.sendPlanned(work, askId);
  }

  /** A party did its part: the next is told that it is its turn. @returns the ask as it stands after it */
  async partyDone(work: Work, { party, ask }: { party: AskParty; ask: Ask }): Promise<Ask> {
    await this.book.setParty(work, party.id, { state: 'done', doneAt: work.now.toString() });
    await this.tasks.settle(work, ask.jobId, taskOfParty(party.id));
    await this.letters.passTurn(work, ask);
    return this.book.reckon(work, ask.id);
  }

  /** A party refuses, and says why: whoever would come after it is not asked. */
  async partyRefuses(work: Work, { party, ask }: { party: AskParty; ask: Ask }, reason: string): Promise<void> {
    await this.book.setParty(work, party.id, { state: 'refused', doneAt: work.now.toString(), reason });
    await this.book.reckon(work, ask.id);
  }

  /** Its day is over and not all have done their part: it cannot be done any more. */
  async expire(work: Work, askId: string, reason: string): Promise<Ask> {
    const ask = await this.book.hold(work, askId);
    await this.book.end(work, ask, 'expired', reason);
    if (ask.jobId !== null) await this.jobs.advance(work, ask.jobId);
    await this.events.record(work, AskChanged, {
      what: `cannot be done any more, ${ask.title}: ${reason}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
    return ask;
  }

  /** A person has told the client of what could not be sent, or takes that back. */
  private async toldOtherwise(work: Work, partyId: string, done: boolean): Promise<void> {
    const { party, ask } = await this.book.holdParty(work, partyId);
    if (ENDED.includes(ask.state) || party.state !== (done ? 'to be told' : 'asked')) return;
    await this.book.setParty(work, partyId, { state: done ? 'asked' : 'to be told', ...(done ? { turnSince: work.now.toString() } : {}) });
    await this.letters.sent(work, ask, done);
    if (done) await this.book.written(work, ask);
    await this.book.reckon(work, ask.id);
  }

  /** A packet was posted: the client knows from today, and the task that stands for it is done. */
  async posted(work: Work, askId: string): Promise<void> {
    const untold = turnsOf(await this.book.partiesOf(work, askId)).filter(({ state }) => state === 'to be told');
    const ask = await this.book.hold(work, askId);
    for (const { id } of untold) {
      await this.tasks.settle(work, ask.jobId, taskOfParty(id));
      await this.toldOtherwise(work, id, true);
    }
    if (ask.letterDueSince === null) return;
    await work.tx.update(asks).set({ letterDueSince: null }).where(eq(asks.id, askId));
    await this.book.written(work, ask);
  }

  /** Writes once more to those whose turn it is. @throws Problem that says why that makes no sense */
  async remind(work: Work, askId: string): Promise<void> {
    const ask = await this.book.hold(work, askId);
    this.book.mustBeOpen(ask);
    if (ask.state === 'planned')
      throw Problem.refused('is-planned', `It goes out ${fullDate(civil(ask.sendOn!))}. Send it now, if the client should have it before.`);
    const all = turnsOf(await this.book.partiesOf(work, askId));
    const ours = all.flatMap((party) => (party.memberId === null ? [] : [{ party, memberId: party.memberId }]));
    for (const { party, memberId } of ours) await this.book.turnOfOurs(work, ask, party, memberId);
    const turns = ofTheClient(all);
    if (turns.length === 0 && ours.length > 0) return;
    const untold = turns.filter(({ state }) => state === 'to be told');
    if (turns.length === 0 || (ask.owed.length === 0 && untold.length === 0))
      throw Problem.refused('nothing-owed', 'Nothing is outstanding from the client: what came in waits for us.');
    const reached: AskParty[] = [];
    for (const next of turns) if ((await this.letters.write(work, ask, next, next.state !== 'to be told')) > 0) reached.push(next);
    const names = (of: readonly AskParty[]) => of.map(({ contactId, name }) => (contactId === null ? 'the client' : name)).join(' and ');
    if (reached.length === 0)
      throw Problem.refused(
        'nobody-to-write-to',
        `${turns.some(({ contactId }) => contactId === null) ? 'Nobody there' : names(turns)} can be written to. Say it in another way, then note it here.`,
      );
    await this.events.record(work, AskChanged, {
      what: `${reached.some((one) => untold.includes(one)) ? 'wrote to' : 'reminded'} ${names(reached)} about ${ask.title}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
    const now = untold.filter((one) => reached.includes(one));
    if (now.length === 0) return;
    await this.letters.heard(work, ask, now);
    await this.book.reckon(work, askId);
  }

  /** Changes what an ask is called, or by when it is wanted. */
  async change(work: Work, askId: string, { title, wantedBy, sendOn, version }: ChangeAsk): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (ask.version !== version) throw Problem.stale('ask', askId);
    if (ENDED.includes(ask.state)) throw Problem.refused('ask-ended', `It is ${ask.state} and stays as it is.`);
    if (wantedBy !== undefined && wantedBy !== ask.wantedBy && wantedBy < work.today.toString())
      throw Problem.invalid([{ field: 'wantedBy', message: 'This day is over. Give the client some days.' }]);
    if (sendOn !== undefined && ask.state !== 'planned')
      throw Problem.refused('has-gone-out', 'It has gone out already: the day on which it goes cannot be changed any more.');
    if (sendOn !== undefined && sendOn !== ask.sendOn && sendOn < work.today.toString())
      throw Problem.invalid([{ field: 'sendOn', message: 'This day is over. Choose today or a day to come.' }]);
    const set = { title: title ?? ask.title, wantedBy: wantedBy ?? ask.wantedBy, sendOn: sendOn ?? ask.sendOn };
    if (set.sendOn !== null && ask.state === 'planned' && set.wantedBy < set.sendOn)
      throw Problem.invalid([{ field: 'wantedBy', message: 'It goes out after this day. Give the client some days.' }]);
    await work.tx
      .update(asks)
      .set({ ...set, version: version + 1 })
      .where(eq(asks.id, askId));
    await this.events.record(work, AskChanged, {
      what: `changed what was asked, ${ask.title}: ${set.title === ask.title ? '' : `now "${set.title}", `}wanted by ${fullDate(civil(set.wantedBy))}${ask.state === 'planned' ? `, goes out ${fullDate(civil(set.sendOn!))}` : ''}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      before: { title: ask.title, wantedBy: ask.wantedBy, sendOn: ask.sendOn },
      after: set,
      payload: { askId },
    });
  }

  /** What these said to the client is destroyed, as its time is over; that they were asked stays. */
  async destroyWords(work: Work, askIds: string[]): Promise<void> {
    if (askIds.length > 0) await work.tx.update(asks).set({ words: null }).where(inArray(asks.id, askIds));
  }

  /** One who is asked, with what. @throws Problem "not-found" */
  partyAndAsk(work: Work, partyId: string): Promise<{ party: AskParty; ask: Ask }> {
    return this.book.partyAndAsk(work, partyId);
  }

  /** An ask with those who were asked, in order. @throws Problem "not-found" */
  async withParties(work: Work, askId: string): Promise<{ ask: Ask; parties: AskParty[] }> {
    const ask = await this.book.get(work, askId);
    return { ask, parties: await this.book.partiesOf(work, askId) };
  }

  /** Withdraws an ask: the client is asked for it no more. What has come stays on record. */
  async withdraw(work: Work, askId: string, reason: string): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (ENDED.includes(ask.state))
      throw Problem.refused('ask-ended', ask.state === 'done' ? 'It is done. There is nothing to withdraw.' : `It is ${ask.state} already.`);
    await this.book.end(work, ask, 'withdrawn', reason);
    if (ask.jobId !== null) await this.jobs.advance(work, ask.jobId);
    await this.events.record(work, AskWithdrawn, {
      what: `withdrew what was asked, ${ask.title}: ${reason}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
  }

  /** Takes back that an ask was withdrawn: it stands as it stood. */
  async restore(work: Work, askId: string): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (ask.state !== 'withdrawn') throw Problem.refused('not-withdrawn', 'It is not withdrawn.');
    if (ask.jobId !== null && (await this.jobs.get(work, ask.jobId)).phase === null)
      throw Problem.refused('job-finished', 'The job is finished. Reopen it first; then the client is asked again.');
    await this.asked(work, ask);
    if (ask.jobId !== null) await this.jobs.advance(work, ask.jobId);
    await this.events.record(work, AskChanged, {
      what: `asks again for what was withdrawn, ${ask.title}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId },
    });
  }

  /** It stands again as before it was withdrawn or released, with a task where nobody was told. */
  private async asked(work: Work, ask: Ask): Promise<void> {
    await work.tx.update(asks).set({ released: false, reason: null }).where(eq(asks.id, ask.id));
    for (const turn of turnsOf(await this.book.partiesOf(work, ask.id))) if (turn.state === 'to be told') await this.letters.standIn(work, ask, turn);
    await this.letters.takeUp(work, ask);
    await this.book.stands(work, ask.id);
  }

  /** Its work ended: the client is asked for nothing more; what has come and nobody has looked at stays with us. */
  private async release(work: Work, jobId: string): Promise<void> {
    const open = await this.book.ofJob(work, jobId, ['drafted', 'planned', 'with the client', 'with us', 'refused']);
    for (const ask of open) {
      await work.tx.update(asks).set({ released: true, reason: 'the job is finished' }).where(eq(asks.id, ask.id));
      if (ask.state === 'with the client' || ask.state === 'with us') await this.book.stands(work, ask.id);
      else await this.book.end(work, ask, 'withdrawn', 'the job is finished');
    }
    if (open.length > 0)
      await this.events.record(work, AskWithdrawn, {
        what: `asks for nothing more, as the job is finished: ${open.map((ask) => ask.title).join(', ')}`,
        clientId: open[0]!.clientId,
        jobId,
        payload: { askId: open[0]!.id },
      });
    else await this.book.reckonJob(work, jobId);
  }

  /** The job is to be done on: what its end had withdrawn is asked again. */
  private async askOn(work: Work, jobId: string): Promise<void> {
    const held = (await this.book.ofJob(work, jobId, ['withdrawn', 'with us'])).filter((ask) => ask.released);
    for (const ask of held) await this.asked(work, ask);
    if (held.length === 0) await this.book.reckonJob(work, jobId);
  }

  /** Takes back an ask that nobody was told of, for whoever takes back what had brought it about. @throws Problem when it has gone out */
  async takeBack(work: Work, askId: string): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if ((await this.book.partiesOf(work, askId)).some((party) => party.state !== 'ahead' && party.state !== 'to be told'))
      throw Problem.refused('has-gone-out', 'something has gone out to the client');
    if (!ENDED.includes(ask.state)) await this.book.end(work, ask, 'withdrawn', 'what had started it was undone');
  }
}
