import { Injectable } from '@nestjs/common';
import { and, count, eq, isNull } from 'drizzle-orm';
import { asLastTime, cameInWords, standsBy } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import type { AddItems, Reply, RequestAsLastTime, RequestItemInput, SendPreview, SendRequest, TakeIn } from '@steady/contract/requests';
import { dayIn } from '../../platform/clock';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Ask, AskBook, AskLetters, AsksService, senderNow } from '../asks';
import { ClientsService } from '../clients';
import { DocumentsService } from '../documents';
import { JobsService } from '../jobs';
import { ItemReviewed, RequestAnswers, type RequestEvent, aboutAsk, mustBeWanted } from './request-answers.service';
import { REQUEST, listed, requestLetter } from './request-kind';
import { RequestQueries } from './requests.queries';
import { requestAnswers, requestItems } from './requests.tables';

export const ItemsChanged = eventKind<RequestEvent>('items changed', 'requests');

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
    private readonly documents: DocumentsService,
    private readonly answers: RequestAnswers,
    private readonly queries: RequestQueries,
  ) {}

  private async from(work: Work, jobId: string) {
    const job = await this.jobs.get(work, jobId);
    return { job, client: await this.clients.get(work, job.clientId) };
  }

  /** What would go out to whom if the request were sent. */
  async preview(work: Work, jobId: string, { title, dueOn, items, now }: SendRequest): Promise<SendPreview> {
    const { job, client } = await this.from(work, jobId);
    const about = { client: client.name, job: job.name, sender: senderNow(work) };
    return this.letters.preview(work, { kind: REQUEST, client, job }, requestLetter(work.firm, { title, items, wantedBy: dueOn }, about), null, { now });
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
      when: { now: input.now },
      fill: (opened) => this.keep(work, opened, input.items, 0),
    });
    return { id: ask.id, written };
  }

  private async keep(work: Work, { id: askId, clientId }: Pick<Ask, 'id' | 'clientId'>, items: readonly RequestItemInput[], from: number): Promise<void> {
    for (const { exampleId } of items)
      if (exampleId && (await this.documents.get(work, exampleId)).clientId !== clientId)
        throw Problem.invalid([{ field: 'items', message: 'Choose an example among the documents of this client.' }]);
    await work.tx.insert(requestItems).values(
      items.map(({ name, description = null, period = null, wantedBy = null, link = null, exampleId = null }, at) => ({
        firmId: work.firm.id,
        askId,
        position: from + at,
        name,
        description,
        period,
        wantedBy,
        link,
        exampleId,
        state: 'asked' as const,
        stateSince: work.now.toString(),
      })),
    );
  }

  /** Asks for more in a request that is out already; the client is told what is new. */
  async addItems(work: Work, askId: string, { items }: AddItems): Promise<void> {
    const ask = await this.book.hold(work, askId);
    if (ask.kind !== REQUEST) throw Problem.notFound('request');
    this.book.mustBeOpen(ask);
    if (ask.state === 'done') throw Problem.refused('ask-ended', 'Everything in it is in. Ask for more in a new request.');
    const [there] = await work.tx.select({ items: count() }).from(requestItems).where(eq(requestItems.askId, askId));
    await this.keep(work, ask, items, there!.items);
    const names = items.map((item) => item.name).join(', ');
    await this.events.record(work, ItemsChanged, { what: `asked for ${names} as well, in ${ask.title}`, ...aboutAsk(ask), after: { items } });
    await this.letters.tell(work, ask, `${work.firm.shortName}: something more for ${ask.title}`, [
      `${work.actor.name} needs something more, beside what you were asked for:`,
      listed(items),
    ]);
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
  async sendBack(work: Work, itemId: string, reason: string): Promise<void> {
    const found = await this.answers.find(work, itemId);
    if ((await this.jobs.get(work, found.ask.jobId!)).phase === null)
      throw Problem.refused('job-finished', 'The job is finished. Open it again first, or ask for it in another job.');
    this.book.mustBeOpen(found.ask);
    if (found.item.state === 'asked' || found.item.state === 'sent back')
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
