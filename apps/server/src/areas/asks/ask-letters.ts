import { Injectable } from '@nestjs/common';
import { lastSafeDay, ofTheClient, turnsOf, wantedOf } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import type { SendPreview } from '@steady/contract/requests';
import type { Work } from '../../platform/work';
import { type Client, ClientsService } from '../clients';
import { type Job, JobsService, TasksService } from '../jobs';
import { type Draft, PostService, type When } from '../post';
import { AskBook, matterOf, taskOfParty } from './ask-book.service';
import { type Ask, AskKinds, type AskLetter, type AskParty } from './kinds';

/** Who asks, as the client knows them. */
export const senderNow = ({ actor, firm }: Work): string => (actor.kind === 'staff' ? `${actor.name} of ${firm.name}` : firm.name);

/** The last day on which records come in time for a job; null where the firm has agreed nothing. */
export const lastSafeOf = ({ firm }: Work, { dueOn }: Pick<Job, 'dueOn'>): string | null =>
  lastSafeDay(civil(dueOn), firm.late, firm.calendar)?.toString() ?? null;

/** @param askId which one it leads to; nothing as long as it is not there */
const addressed = (letter: AskLetter, to: Draft['to'], contactId: string | null, from: string | null, askId?: string): Draft => ({
  ...letter,
  leadsTo: askId === undefined ? '/portal' : `/portal/asks/${askId}`,
  to,
  contactId,
  from,
});

/** What is written about asks, to whom, and what takes the place of it where nobody can be written to. */
@Injectable()
export class AskLetters {
  constructor(
    private readonly kinds: AskKinds,
    private readonly book: AskBook,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly post: PostService,
  ) {}

  /** What is said before something is asked of which nobody of the firm would be told that it came. */
  private hears: ((work: Work, job: Job) => Promise<string[]>) | null = null;

  /** The area that tells the people of the firm says here who that would be. */
  whoHears(say: (work: Work, job: Job) => Promise<string[]>): void {
    this.hears = say;
  }

  async nobodyHears(work: Work, job: Job): Promise<string[]> {
    return this.hears ? this.hears(work, job) : [];
  }

  /** What was sent to nobody has reached the client all the same: an answer of theirs came. @param whom those whom it reached, where that is known */
  async heard(work: Work, ask: Ask, whom?: readonly AskParty[]): Promise<void> {
    const untold = whom ?? turnsOf(await this.book.partiesOf(work, ask.id)).filter(({ state }) => state === 'to be told');
    if (untold.length === 0) return;
    for (const { id } of untold) {
      await this.book.setParty(work, id, { state: 'asked' });
      await this.tasks.settle(work, ask.jobId, taskOfParty(id), true);
    }
    await this.sent(work, ask, true);
  }

  /** Tells those whose turn it is now and who do not know yet. @returns how many were written to */
  async passTurn(work: Work, ask: Ask, when: When = {}): Promise<number> {
    let all = 0;
    for (const next of turnsOf(await this.book.partiesOf(work, ask.id)).filter(({ state }) => state === 'ahead')) {
      if (next.memberId !== null) {
        await this.book.turnOfOurs(work, ask, next, next.memberId);
        continue;
      }
      const written = await this.write(work, ask, next, false, when);
      await this.book.setParty(work, next.id, { state: written > 0 ? 'asked' : 'to be told', turnSince: work.now.toString() });
      if (written > 0) await this.sent(work, ask, true);
      else await this.standIn(work, ask, next);
      all += written;
    }
    return all;
  }

  /** The last day on which everybody who would be written to is away; null where somebody is there. */
  async awayUntil(work: Work, ask: Ask): Promise<string | null> {
    const away: (string | null)[] = [];
    for (const turn of ofTheClient(turnsOf(await this.book.partiesOf(work, ask.id)))) {
      const { client, contactId } = await this.whom(work, ask, turn);
      away.push(await this.post.awayUntil(work, client, this.kinds.of(ask.kind).permission, contactId));
    }
    return away.includes(null) ? null : (away.sort()[0] ?? null);
  }

  /** It is wanted again: what was not sent when it was withdrawn goes out. */
  takeUp(work: Work, ask: Ask): Promise<void> {
    return this.post.takeUp(work, matterOf(ask));
  }

  /** A task for a person of the firm in place of a message. */
  async standIn(work: Work, ask: Ask, party: AskParty): Promise<void> {
    if (ask.jobId === null) return;
    const { name, advice, estimate } = this.kinds.of(ask.kind).inPlaceOfLetter(ask, party);
    const { phase } = await this.jobs.get(work, ask.jobId);
    await this.tasks.addTask(work, ask.jobId, phase ?? ask.phaseKey!, { key: taskOfParty(party.id), name, advice, role: 'preparer', estimate });
  }

  /** The tasks that stand for sending it are done, or open again. */
  async sent(work: Work, ask: Ask, done: boolean): Promise<void> {
    if (ask.jobId !== null && ask.phaseKey !== null) await this.tasks.sent(work, ask.jobId, ask.phaseKey, this.kinds.of(ask.kind).ticks, done);
  }

  /** The client and the job of an ask, and the one of its people whom a party is: the one named, or the one with whom the job is settled. */
  private async whom(work: Work, ask: Ask, party: Pick<AskParty, 'contactId'> | null): Promise<{ client: Client; job: Job | null; contactId: string | null }> {
    const client = await this.clients.get(work, ask.clientId);
    const job = ask.jobId === null ? null : await this.jobs.get(work, ask.jobId);
    return { client, job, contactId: party?.contactId ?? job?.contactId ?? null };
  }

  private async draft(work: Work, ask: Ask, party: Pick<AskParty, 'contactId' | 'wantedBy'>, again: boolean): Promise<{ client: Client; draft: Draft }> {
    const { client, job, contactId } = await this.whom(work, ask, party);
    const from = ask.askedById === null ? null : ask.askedBy;
    const about = {
      client: client.name,
      job: job?.name ?? null,
      lastSafe: job && lastSafeOf(work, job),
      sender: from ? `${from} of ${work.firm.name}` : work.firm.name,
    };
    const kind = this.kinds.of(ask.kind);
    return {
      client,
      draft: addressed(await kind.letter(work, { ...ask, wantedBy: wantedOf(party, ask) }, about, again), kind.permission, contactId, from, ask.id),
    };
  }

  /** Writes to one party. @returns how many were written to; none where they cannot be */
  async write(work: Work, ask: Ask, party: AskParty, again: boolean, when: When = {}): Promise<number> {
    const { client, draft } = await this.draft(work, ask, party, again);
    const { to } = await this.post.recipients(work, client, draft.to, draft.contactId);
    // Who is named is written to, and nobody in their place.
    if (party.contactId !== null && !to.some((person) => person.id === party.contactId)) return 0;
    // Who is told in the portal only is written to where somebody reminds them.
    if (ask.isPortalOnly && !again && !when.now) return to.length;
    const written = await this.post.send(work, client, { ...draft, matter: matterOf(ask) }, { clientId: client.id, jobId: ask.jobId }, when);
    if (written > 0) await this.book.written(work, ask);
    return written;
  }

  /**
   * Says something more about an ask to the one whose turn it is. Where nobody can be written to, the ask waits for a person
   * of the firm to say it in another way.
   */
  async tell(work: Work, ask: Ask, subject: string, paragraphs: string[], when: When = {}): Promise<void> {
    const turn = ofTheClient(await this.book.partiesOf(work, ask.id)).findLast((party) => party.turnSince !== null);
    if (!turn) return;
    const { client, contactId } = await this.whom(work, ask, turn);
    const draft = addressed({ subject, paragraphs, linkWords: 'Go to the request' }, this.kinds.of(ask.kind).permission, contactId, null, ask.id);
    const written =
      ask.isPortalOnly && !when.now
        ? (await this.post.recipients(work, client, draft.to, contactId)).to.length
        : await this.post.send(work, client, { ...draft, matter: matterOf(ask) }, { clientId: client.id, jobId: ask.jobId }, when);
    if (written > 0) await this.book.written(work, ask);
    else if (turn.state === 'asked') {
      await this.book.setParty(work, turn.id, { state: 'to be told' });
      await this.standIn(work, ask, turn);
    }
    await this.book.reckon(work, ask.id);
  }

  /** The words of an ask for a client who gets it on paper, and what it asks for. @param again it asks once more */
  async onPaper(work: Work, ask: Ask, again: boolean): Promise<{ client: Client; to: string; letter: AskLetter; things: string[] }> {
    const parties = await this.book.partiesOf(work, ask.id);
    const turns = ofTheClient(turnsOf(parties));
    const turn = turns[0] ?? parties[0]!;
    const { client, draft } = await this.draft(work, ask, turn, again);
    const names = turns.map(({ name }) => name);
    const { client: owed } = await this.kinds.of(ask.kind).lacks(work, ask, parties);
    return { client, to: names.join(' and ') || turn.name, letter: draft, things: owed.map(({ what }) => what) };
  }

  /** What would go out, to the first who is asked: the others are told when it is their turn. */
  async preview(
    work: Work,
    ask: { kind: string; client: Client; job: Job | null; isPortalOnly?: boolean },
    letter: AskLetter,
    contactId: string | null,
    when: When,
  ): Promise<SendPreview> {
    const from = work.actor.kind === 'staff' ? work.actor.name : null;
    const { permission: say } = this.kinds.of(ask.kind);
    const preview = await this.post.preview(work, ask.client, addressed(letter, say, contactId ?? ask.job?.contactId ?? null, from), when);
    return ask.isPortalOnly ? { ...preview, messages: [], inPortal: preview.messages.map(({ to }) => to) } : preview;
  }
}
