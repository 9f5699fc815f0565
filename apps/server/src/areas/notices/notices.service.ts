import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { isWorkingDay } from '@steady/core/calendar';
import { type NoticeOf, TOLD_AT_FIRST, type Telling, whoIsTold } from '@steady/core/notices';
import type { TellingView } from '@steady/contract/notices';
import { Ticks } from '../../platform/background/ticks';
import { newId, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { type Work, staffId } from '../../platform/work';
import { NotApproved } from '../approvals';
import { ArrivalCame } from '../arrivals';
import { AllIn, type Ask, AskBook, AskLetters, TurnOfOurs } from '../asks';
import { ClientRecords, ClientsService } from '../clients';
import { WordsWritten } from '../conversations';
import { type Job, JobsService } from '../jobs';
import { ItemAnswered } from '../requests';
import { SignatureGiven, SignatureHandedOn, SignatureRefused } from '../signatures';
import { TeamService } from '../team';
import { noticeWishes, notices } from './notices.tables';

export const TellingChanged = eventKind<{ memberId: string }>('how somebody is told changed', 'notices');

/** At this hour on the clock of the firm the mail of the day goes. */
const MORNING = 8;

/** Tells the people of the firm what clients do: in the application in any case, by mail at once or once a day as each wishes. */
@Injectable()
export class NoticesService implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly events: Events,
    private readonly records: ClientRecords,
    private readonly asks: AskBook,
    private readonly letters: AskLetters,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.records.follow(notices);
    this.letters.whoHears((work, job) => this.nobodyHears(work, job));
    this.events.on(ItemAnswered, async (work, { what, after, payload: { askId } }) => {
      if (work.actor.kind === 'client') await this.tell(work, askId, (after as { kind: string }).kind === 'question' ? 'asked' : 'came in', what);
    });
    this.events.on(SignatureGiven, async (work, { what, after, payload: { askId } }) => {
      // The last signature completes it, which is told by itself.
      const others = (await this.asks.partiesOf(work, askId)).filter(
        (party) => party.state !== 'done' && (party.contactId ?? party.memberId) !== work.actor.id,
      );
      const byThemselves = work.actor.kind === 'client' || (after as { onPaperBy?: string }).onPaperBy === undefined;
      if (byThemselves && others.length > 0) await this.tell(work, askId, 'came in', what);
    });
    for (const said of [SignatureRefused, SignatureHandedOn, NotApproved])
      this.events.on(said, (work, { what, payload: { askId } }) => this.tell(work, askId, 'came in', what));
    this.events.on(WordsWritten, async (work, { what, clientId, jobId, payload: { side, memberIds } }) => {
      if (side === 'them')
        for (const memberId of memberIds)
          await this.put(work, memberId, 'asked', { clientId: clientId!, jobId: jobId ?? null, what: `${work.actor.name} ${what}` });
    });
    this.events.on(TurnOfOurs, async (work, { clientId, jobId, payload: { askId, memberId } }) => {
      if (memberId === work.actor.id) return;
      const ask = await this.asks.hold(work, askId);
      const { name } = await this.clients.get(work, ask.clientId);
      await this.put(work, memberId, 'asked', { clientId: clientId!, jobId: jobId ?? null, what: `${name}: ${ask.title} waits for your signature` });
    });
    this.events.on(ArrivalCame, async (work, { payload: { memberIds } }) => {
      for (const memberId of memberIds)
        await this.put(work, memberId, 'came in', { clientId: null, jobId: null, what: 'Something was left on the drop-off page' });
    });
    this.events.on(AllIn, (work, { what, payload: { askId } }) => this.tell(work, askId, 'completed', what));
    this.ticks.registerEach(
      'notices',
      (work) => this.due(work),
      async (work, ids) => {
        for (const id of ids) await this.mail(work, id);
      },
    );
  }

  async view(work: Work): Promise<TellingView> {
    return { telling: await this.wishes(work, staffId(work)) };
  }

  async set(work: Work, telling: Telling): Promise<void> {
    const memberId = staffId(work);
    await work.tx
      .insert(noticeWishes)
      .values({ firmId: work.firm.id, memberId, wishes: telling })
      .onConflictDoUpdate({ target: [noticeWishes.firmId, noticeWishes.memberId], set: { wishes: telling } });
    // What nobody was mailed of yet goes by the new wish, or not at all.
    for (const [of, how] of Object.entries(telling) as [NoticeOf, Telling[NoticeOf]][]) {
      const mine = and(eq(notices.memberId, memberId), eq(notices.of, of), isNull(notices.mailedAt));
      if (how === 'not') await work.tx.delete(notices).where(mine);
      else await work.tx.update(notices).set({ how }).where(mine);
    }
    await this.events.record(work, TellingChanged, {
      what: `set how they are told: what came in ${telling['came in']}, all in ${telling.completed}, questions ${telling.asked}`,
      payload: { memberId },
    });
  }

  private async wishes(work: Work, memberId: string): Promise<Telling> {
    const [kept] = await work.tx.select({ wishes: noticeWishes.wishes }).from(noticeWishes).where(eq(noticeWishes.memberId, memberId));
    return kept?.wishes ?? TOLD_AT_FIRST;
  }

  /** Who of the firm is told of an ask in a job, of those who see its client. */
  private async told(
    work: Work,
    job: Pick<Job, 'clientId' | 'preparerId' | 'managerId'> | null,
    clientId: string,
    askedById: string | null,
  ): Promise<string[]> {
    const client = await this.clients.get(work, clientId);
    const people = {
      askedById,
      preparerId: job?.preparerId ?? client.preparerId,
      managerId: job?.managerId ?? client.managerId,
    };
    const there = new Set<string>();
    for (const id of [people.askedById, people.preparerId, people.managerId]) if (id !== null && (await this.team.sees(work, id, clientId))) there.add(id);
    return whoIsTold(people, there);
  }

  /** What is said before a request goes of which nobody would be told that something came: nobody has the work on their Today, and whoever asks gets no mail. */
  private async nobodyHears(work: Work, job: Job): Promise<string[]> {
    if ((await this.told(work, job, job.clientId, null)).length > 0) return [];
    const own = work.actor.kind === 'staff' ? await this.wishes(work, staffId(work)) : null;
    if (own && Object.values(own).some((how) => how !== 'not')) return [];
    return ['Nobody of us would be told when something comes: nobody who sees the client prepares or manages this job, and you get no mail about it.'];
  }

  private async tell(work: Work, askId: string, of: NoticeOf, what: string): Promise<void> {
    const ask = await this.asks.hold(work, askId);
    const job = ask.jobId === null ? null : await this.jobs.get(work, ask.jobId);
    const words = await this.inWords(work, ask, job, what);
    const told = await this.told(work, job, ask.clientId, ask.askedById);
    for (const memberId of told.filter((id) => id !== work.actor.id))
      await this.put(work, memberId, of, { clientId: ask.clientId, jobId: ask.jobId, what: words });
  }

  /** Puts down what somebody is to be told, as they wish to be. */
  private async put(work: Work, memberId: string, of: NoticeOf, told: { clientId: string | null; jobId: string | null; what: string }): Promise<void> {
    const how = (await this.wishes(work, memberId))[of];
    if (how === 'not') return;
    await work.tx.insert(notices).values({ id: newId(), firmId: work.firm.id, memberId, of, how, at: work.now.toString(), ...told });
  }

  private async inWords(work: Work, ask: Ask, job: Job | null, what: string): Promise<string> {
    const { name } = await this.clients.get(work, ask.clientId);
    return `${[name, job?.name].filter(Boolean).join(', ')}: ${work.actor.name} ${what}`;
  }

  /** Whom mail goes to now: for what goes at once always, for the rest from the morning of a working day on. */
  private async due(work: Work): Promise<string[]> {
    const clock = work.now.toZonedDateTimeISO(work.firm.zone);
    const isMorning = clock.hour >= MORNING && isWorkingDay(work.today, work.firm.calendar);
    const morning = work.today.toZonedDateTime({ timeZone: work.firm.zone, plainTime: `0${MORNING}:00` }).toInstant();
    const found = await rows<{ id: string }>(
      work.tx,
      sql`select distinct member_id as id from notices where firm_id = ${work.firm.id} and mailed_at is null
          and (how = 'at once' or (${isMorning} and at < ${morning.toString()})) order by 1`,
    );
    return found.map(({ id }) => id);
  }

  /** One mail to a person with all of which they are to be told by now. Who has left, or no longer sees a client, gets nothing of it. */
  private async mail(work: Work, memberId: string): Promise<void> {
    const waiting = await work.tx
      .select()
      .from(notices)
      .where(and(eq(notices.firmId, work.firm.id), eq(notices.memberId, memberId), isNull(notices.mailedAt)))
      .orderBy(asc(notices.at), asc(notices.id))
      .for('update');
    if (waiting.length === 0) return;
    const seen = new Map<string, boolean>();
    for (const { clientId } of waiting) if (clientId !== null && !seen.has(clientId)) seen.set(clientId, await this.team.sees(work, memberId, clientId));
    const told = waiting.filter(({ clientId }) => clientId === null || seen.get(clientId));
    if (told.length > 0)
      await this.team.write(work, memberId, `${work.firm.shortName}: what clients sent and asked`, told.map(({ what }) => `- ${what}`).join('\n'));
    await work.tx
      .update(notices)
      .set({ mailedAt: work.now.toString() })
      .where(
        inArray(
          notices.id,
          waiting.map(({ id }) => id),
        ),
      );
  }
}
