import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, isNull, lte } from 'drizzle-orm';
import { type NextFollowUp, followUpAfter, nextFollowUp, ofTheClient, turnsOf } from '@steady/core/asks';
import { isWorkingDay } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import { Ticks } from '../../platform/background/ticks';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { JobsService, TasksService } from '../jobs';
import { SendingRulesChanged } from '../post';
import { AskBook, AskChanged } from './ask-book.service';
import { AskLetters } from './ask-letters';
import { asks } from './asks.tables';
import type { Ask } from './kinds';

/** Follows up by itself what clients were asked for and have not sent: so often, so many times, then a person is given it. */
@Injectable()
export class FollowUps implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly events: Events,
    private readonly book: AskBook,
    private readonly letters: AskLetters,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
  ) {}

  onModuleInit(): void {
    this.ticks.registerEach(
      'follow-ups',
      (work) => this.due(work),
      async (work, ids) => {
        for (const id of ids) await this.followUp(work, id);
      },
    );
    this.events.on(SendingRulesChanged, (work) => this.takeUp(work));
  }

  /** The firm follows up from now on: what is open and never was is counted from today. */
  private async takeUp(work: Work): Promise<void> {
    const { followUps, calendar } = work.firm;
    if (!followUps.isOn) return;
    await work.tx
      .update(asks)
      .set({ nextFollowUpOn: followUpAfter(work.today, followUps, calendar).toString() })
      .where(and(eq(asks.firmId, work.firm.id), eq(asks.state, 'with the client'), isNull(asks.nextFollowUpOn), eq(asks.followUps, 0)));
  }

  /** Stops the follow-ups about an ask, or has them go on from today. */
  async set(work: Work, askId: string, on: boolean): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (ask.isStopped !== on) return;
    const next = on ? followUpAfter(work.today, work.firm.followUps, work.firm.calendar).toString() : ask.nextFollowUpOn;
    await work.tx.update(asks).set({ isStopped: !on, nextFollowUpOn: next }).where(eq(asks.id, askId));
    await this.say(work, ask, on ? `has ${ask.title} followed up again` : `stopped the follow-ups about ${ask.title}`);
  }

  /** Stops all follow-ups to a client, or has them go on as the firm does. */
  async setForClient(work: Work, clientId: string, on: boolean): Promise<void> {
    await this.clients.mark(work, clientId, { followUps: on ? null : 'none' });
  }

  /** The next follow-up about each of these asks, or why there is none. */
  async of(work: Work, all: readonly Ask[]): Promise<Map<string, NextFollowUp>> {
    const clients = await this.clients.those(
      work,
      all.map((ask) => ask.clientId),
    );
    const onHold = await this.jobs.onHoldOf(
      work,
      all.flatMap((ask) => ask.jobId ?? []),
    );
    const next = new Map<string, NextFollowUp>();
    for (const ask of all) {
      const isFormer = clients.get(ask.clientId)?.standing === 'former';
      const clientGetsNone = clients.get(ask.clientId)?.followUps === 'none';
      const jobOnHold = ask.jobId !== null && onHold.has(ask.jobId);
      // Looked up only where a follow-up is planned.
      const awayUntil = ask.state === 'with the client' && ask.nextFollowUpOn !== null ? await this.letters.awayUntil(work, ask) : null;
      next.set(
        ask.id,
        nextFollowUp({ ...ask, isFormer, clientGetsNone, jobOnHold, awayUntil, sent: ask.followUps, nextOn: ask.nextFollowUpOn }, work.firm.followUps),
      );
    }
    return next;
  }

  private async due(work: Work): Promise<string[]> {
    const { followUps, calendar } = work.firm;
    if (!followUps.isOn || !isWorkingDay(work.today, calendar)) return [];
    const found = await work.tx
      .select({ id: asks.id })
      .from(asks)
      .where(and(eq(asks.firmId, work.firm.id), eq(asks.state, 'with the client'), eq(asks.isStopped, false), lte(asks.nextFollowUpOn, work.today.toString())))
      .orderBy(asc(asks.nextFollowUpOn), asc(asks.id));
    return found.map(({ id }) => id);
  }

  /** Follows one up, once however long it was due, unless it is quiet now. */
  private async followUp(work: Work, askId: string): Promise<void> {
    const ask = await this.book.hold(work, askId);
    const { on } = (await this.of(work, [ask])).get(askId)!;
    const turns = ofTheClient(turnsOf(await this.book.partiesOf(work, askId)));
    if (on === null || on > work.today.toString() || turns.length === 0) return;
    const { followUps: rules, calendar } = work.firm;
    if (ask.followUps >= rules.most) {
      await work.tx.update(asks).set({ nextFollowUpOn: null }).where(eq(asks.id, askId));
      await this.handOver(work, ask, `Ring about ${ask.title}: ${counted(ask.followUps, 'follow-up')} brought nothing`);
      await this.say(work, ask, `was followed up ${counted(ask.followUps, 'time')} about ${ask.title}: a task takes over`);
      return;
    }
    let written = 0;
    for (const turn of turns) written += await this.letters.write(work, ask, turn, true);
    const onPaper = written === 0 && (await this.clients.get(work, ask.clientId)).way === 'paper';
    if (written === 0 && !onPaper) await this.handOver(work, ask, `Follow up ${ask.title}: there is nobody to write to`);
    await work.tx
      .update(asks)
      .set({
        followUps: ask.followUps + 1,
        // A letter counts from the day on which it is posted.
        ...(onPaper
          ? { nextFollowUpOn: null, letterDueSince: work.now.toString() }
          : { nextFollowUpOn: followUpAfter(work.today, rules, calendar).toString() }),
      })
      .where(eq(asks.id, askId));
    await this.say(
      work,
      ask,
      onPaper
        ? `is to be followed up about ${ask.title}: a letter waits to be printed`
        : written === 0
          ? `could not be followed up about ${ask.title}: a task takes its place`
          : `was followed up about ${ask.title}`,
    );
  }

  /** A task for a person where no message goes any more, or none can. */
  private async handOver(work: Work, ask: Ask, name: string): Promise<void> {
    if (ask.jobId === null) return;
    const { phase } = await this.jobs.get(work, ask.jobId);
    await this.tasks.addTask(work, ask.jobId, phase ?? ask.phaseKey!, { key: `follow up ${ask.id}`, name, role: 'preparer', estimate: 10 });
  }

  private async say(work: Work, { id, clientId, jobId }: Ask, what: string): Promise<void> {
    await this.events.record(work, AskChanged, { what, clientId, jobId, payload: { askId: id } });
  }
}
