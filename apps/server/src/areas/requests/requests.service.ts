import { Injectable } from '@nestjs/common';
import { and, count, eq, isNull } from 'drizzle-orm';
import { asLastTime, cameInWords, elsewhereInWords, sameThing, standsBy } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import type { AddItems, Reply, RequestAsLastTime, SendBack, SendPreview, SendRequest, TakeIn } from '@steady/contract/requests';
import { dayIn } from '../../platform/clock';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { AskBook, AskLetters, AsksService, senderNow } from '../asks';
import { ClientsService } from '../clients';
import { type Job, JobsService } from '../jobs';
import { EachTimeService } from './each-time.service';
import { ElsewhereService, type FromElsewhere } from './elsewhere.service';
import { ItemReviewed, RequestAnswers, type RequestEvent, aboutAsk, mustBeWanted } from './request-answers.service';
import { REQUEST, listed, requestLetter } from './request-kind';
import { RequestFill } from './request-fill';
import { RequestQueries } from './requests.queries';
import { requestAnswers, requestItems } from './requests.tables';

export const ItemsChanged = eventKind<RequestEvent>('items changed', 'requests');

/** The day on which something goes out, where that is still to come. */
const laterOn = ({ today }: Work, sendOn: string | undefined): string | undefined => (sendOn !== undefined && sendOn > today.toString() ? sendOn : undefined);

/** What of these things is not asked for, as one reads it before the request goes. */
const notAsked = (items: readonly { name: string }[], elsewhere: ReadonlyMap<string, FromElsewhere>): string[] =>
  items.flatMap(({ name }) => {
    const from = elsewhere.get(sameThing(name));
    return from ? [`${name} is not asked for: it comes from elsewhere (${elsewhereInWords(from)}).`] : [];
  });

/** Information requests: sent from a job; what came for them is accepted or sent back here. */
@Injectable()
export class RequestsService {
  constructor(
    private readonly events: Events,
    private readonly asks: AsksService,
    private readonly book: AskBook,
    private readonly letters: AskLetters,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly answers: RequestAnswers,
    private readonly queries: RequestQueries,
    private readonly fill: RequestFill,
    private readonly elsewhere: ElsewhereService,
    private readonly eachTime: EachTimeService,
  ) {}

  private async from(work: Work, jobId: string) {
    const job = await this.jobs.get(work, jobId);
    return { job, client: await this.clients.get(work, job.clientId) };
  }

  /** What would go out to whom if the request were sent. */
  async preview(work: Work, jobId: string, input: SendRequest): Promise<SendPreview> {
    const { title, dueOn, items, now, sendOn, portalOnly = false } = input;
    const { job, client } = await this.from(work, jobId);
    const about = { client: client.name, job: job.name, lastSafe: null, sender: senderNow(work) };
    this.mustBeAskable(work, job, input);
    const elsewhere = await this.elsewhere.of(work, client.id);
    const asked = items.filter(({ name }) => !elsewhere.has(sameThing(name)));
    const letter = requestLetter(work.firm, { title, items: asked, wantedBy: dueOn }, about);
    const preview = await this.letters.preview(work, { kind: REQUEST, client, job, isPortalOnly: portalOnly }, letter, null, {
      now,
      on: laterOn(work, sendOn),
    });
    const warnings = [...notAsked(items, elsewhere), ...(await this.letters.nobodyHears(work, job))];
    return { ...preview, ...(asked.length === 0 ? { messages: [], nobody: [], inPortal: [] } : {}), ...(warnings.length > 0 ? { warnings } : {}) };
  }

  /** What was asked for in the job of the same line before this one, moved on to it. What was withdrawn then is not asked for again. */
  async lastTime(work: Work, jobId: string): Promise<RequestAsLastTime[]> {
    const job = await this.jobs.get(work, jobId);
    const before = await this.jobs.before(work, job);
    if (!before) return [];
    const asked = (await this.book.ofJob(work, before.id, ['done', 'with the client', 'with us'])).filter((ask) => ask.kind === REQUEST);
    const parts = await this.queries.parts(
      work,
      asked.map((ask) => ask.id),
    );
    const { today, firm } = work;
    return asked.map((ask) => {
      const earlier = { title: ask.title, items: parts.get(ask.id)!.items, askedOn: dayIn(firm.zone, ask.askedAt), wantedBy: civil(ask.wantedBy) };
      const { title, items, wantedBy } = asLastTime(earlier, { earlier: before.name, later: job.name }, { today, calendar: firm.calendar });
      return { of: before.name, title, items, wantedBy: wantedBy.toString() };
    });
  }

  /** Sends a request, or has a person tell the client where nobody can be written to. */
  async send(work: Work, jobId: string, input: SendRequest): Promise<{ id: string; written: number }> {
    const { job, client } = await this.from(work, jobId);
    this.mustBeAskable(work, job, input);
    const { ask, written } = await this.asks.open(work, {
      kind: REQUEST,
      client,
      job,
      title: input.title,
      wantedBy: input.dueOn,
      phaseKey: job.phase ?? '',
      planKey: job.phases.find((phase) => phase.key === job.phase)?.requests?.find((plan) => plan.key === input.planKey)?.key ?? null,
      parties: [{ contactId: null, name: client.name }],
      what: `asked for ${input.items.map((item) => item.name).join(', ')}`,
      after: input,
      when: { now: input.now, on: laterOn(work, input.sendOn) },
      isPortalOnly: input.portalOnly,
      fill: (opened) => this.fill.put(work, opened, input.items, 0),
    });
    if (input.eachTime !== undefined) await this.eachTime.keep(work, job, { ...input, dayOfMonth: input.eachTime });
    return { id: ask.id, written };
  }

  /** @throws Problem at the field that asks for what cannot be */
  private mustBeAskable(work: Work, job: Job, { sendOn, dueOn, eachTime }: SendRequest): void {
    if (sendOn !== undefined && sendOn < work.today.toString())
      throw Problem.invalid([{ field: 'sendOn', message: 'This day is over. Choose today or a day to come.' }]);
    if (sendOn !== undefined && dueOn < sendOn) throw Problem.invalid([{ field: 'dueOn', message: 'It goes out after this day. Give the client some days.' }]);
    if (eachTime !== undefined && job.lineId === null)
      throw Problem.invalid([{ field: 'eachTime', message: 'This job belongs to no service of the client: no later job will follow it.' }]);
  }

  /** Asks for more in a request that is out already; the client is told what is new. */
  async addItems(work: Work, askId: string, { items }: AddItems): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (ask.kind !== REQUEST) throw Problem.notFound('request');
    this.book.mustBeOpen(ask);
    if (ask.state === 'done') throw Problem.refused('ask-ended', 'Everything in it is in. Ask for more in a new request.');
    const [there] = await work.tx.select({ items: count() }).from(requestItems).where(eq(requestItems.askId, askId));
    await this.fill.put(work, ask, items, there!.items);
    const names = items.map((item) => item.name).join(', ');
    await this.events.record(work, ItemsChanged, { what: `asked for ${names} as well, in ${ask.title}`, ...aboutAsk(ask), after: { items } });
    if (ask.state === 'planned') return;
    await this.letters.tell(work, ask, `${work.firm.shortName}: something more for ${ask.title}`, [
      `${work.actor.name} needs something more, beside what you were asked for:`,
      listed(items),
    ]);
  }

  /** @throws Problem where a thing was asked of somebody else */
  async mustBeOf(work: Work, itemId: string, clientId: string): Promise<void> {
    if ((await this.answers.find(work, itemId)).ask.clientId !== clientId)
      throw Problem.invalid([{ field: 'itemIds', message: 'Choose among what this client was asked for.' }]);
  }

  /** Notes what came in another way than through the portal. Whoever took it in has seen it: it is accepted with it. */
  async takeIn(work: Work, itemId: string, { way, text, place }: TakeIn): Promise<void> {
    const found = await this.answers.find(work, itemId);
    mustBeWanted(found.item);
    const came = cameInWords({ kind: 'in hand', file: null, text: text ?? null, way, place: place ?? null });
    await this.answers.answer(work, found, { kind: 'in hand', text, way, place }, 'answered', `took in ${found.item.name}, ${came}`);
    await this.accept(work, itemId);
  }

  /** Answers what a client asked about an item; the client is told, unless it was settled in another way. */
  async reply(work: Work, itemId: string, { text, silent = false }: Reply): Promise<void> {
    const found = await this.answers.find(work, itemId);
    if (['withdrawn', 'expired'].includes(found.ask.state)) this.book.mustBeOpen(found.ask);
    const now = work.now.toString();
    const open = await work.tx
      .update(requestAnswers)
      .set({ answeredAt: now })
      .where(and(eq(requestAnswers.itemId, itemId), eq(requestAnswers.kind, 'question'), isNull(requestAnswers.answeredAt)))
      .returning({ id: requestAnswers.id });
    if (open.length === 0) throw Problem.refused('nothing-asked', 'Nothing that the client asked about it is open.');
    await work.tx.insert(requestAnswers).values({ firmId: work.firm.id, itemId, kind: 'reply', text, at: now, by: work.actor.name });
    await this.events.record(work, ItemReviewed, {
      what: silent ? `settled a question about ${found.item.name} without writing: "${text}"` : `replied about ${found.item.name}: "${text}"`,
      ...aboutAsk(found.ask),
      after: { kind: 'reply', text },
    });
    if (silent) await this.book.reckon(work, found.ask.id);
    else
      // Whoever asked waits for it.
      await this.letters.tell(
        work,
        found.ask,
        `${work.firm.shortName}: your question about ${found.item.name}`,
        [`${work.actor.name} replies to your question about ${found.item.name}:`, text],
        { now: true },
      );
  }

  /** Accepts what came, also what came in another way than through the portal. */
  async accept(work: Work, itemId: string): Promise<void> {
    const found = await this.answers.find(work, itemId);
    if (found.item.state === 'accepted') return;
    if (found.item.state === 'sent back')
      throw Problem.refused(
        'sent-back-meanwhile',
        `It was sent back: "${found.item.sentBackReason ?? ''}". Nothing came since. Take in what came otherwise, or wait for it.`,
      );
    if (found.ask.state === 'withdrawn' || found.ask.state === 'expired') this.book.mustBeOpen(found.ask);
    await this.answers.review(work, found, { state: 'accepted', sentBackReason: null, sentBackAt: null }, `accepted ${found.item.name}`);
  }

  /** Takes back that an item was accepted: it is to be looked at again, or still wanted. Nobody is told. */
  async reopen(work: Work, itemId: string): Promise<void> {
    const found = await this.answers.find(work, itemId);
    if (found.item.state !== 'accepted') throw Problem.refused('not-accepted', 'It is not accepted.');
    this.book.mustBeOpen(found.ask);
    const state = standsBy(await this.answers.answersTo(work, itemId), found.item.sentBackAt);
    await this.answers.review(work, found, { state, sentBackReason: null }, `withdrew the acceptance of ${found.item.name}`);
  }

  /** Sends an item back with a reason; the client is told. What was accepted is asked for once more so. */
  async sendBack(work: Work, itemId: string, { reason, again = false }: SendBack): Promise<void> {
    const found = await this.answers.find(work, itemId);
    // Of two who decide at once, the second is told.
    if (found.item.state === 'accepted' && !again)
      throw Problem.refused('accepted-meanwhile', 'Somebody has accepted it meanwhile. Look at it again; it can be asked for once more from there.');
    if ((await this.jobs.get(work, found.ask.jobId!)).phase === null)
      throw Problem.refused('job-finished', 'The job is finished. Open it again first, or ask for it in another job.');
    this.book.mustBeOpen(found.ask);
    if (['asked', 'sent back', 'from elsewhere'].includes(found.item.state))
      throw Problem.refused('nothing-came', `Nothing came for ${found.item.name} that could be sent back. A reminder asks for it again.`);
    await this.answers.review(
      work,
      found,
      { state: 'sent back', sentBackReason: reason, sentBackAt: work.now.toString() },
      `sent ${found.item.name} back: "${reason}"`,
    );
    await this.letters.tell(work, found.ask, `${work.firm.shortName}: ${found.item.name} is still needed`, [
      `${work.actor.name} looked at what you sent for ${found.item.name} and needs something more:`,
      reason,
    ]);
  }

  /** An item is wanted no more. The last one goes with its request. */
  async takeOut(work: Work, itemId: string): Promise<void> {
    const found = await this.answers.find(work, itemId);
    this.book.mustBeOpen(found.ask);
    mustBeWanted(found.item);
    const left = await work.tx.select({ id: requestItems.id, state: requestItems.state }).from(requestItems).where(eq(requestItems.askId, found.ask.id));
    if (!left.some((one) => one.id !== itemId && one.state !== 'taken out'))
      throw Problem.refused('last-item', 'It is the only thing asked for. Withdraw the request instead.');
    await this.answers.review(work, found, { state: 'taken out' }, `wants ${found.item.name} no more, in ${found.ask.title}`);
  }
}
