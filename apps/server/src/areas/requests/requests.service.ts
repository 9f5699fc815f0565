import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { AnswerView, ItemState, SendPreview, SendRequest } from '@steady/contract/requests';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import type { Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Client, ClientsMerged, ClientsService, ContactsService, moveToClient } from '../clients';
import { DocumentsService } from '../documents';
import { type Job, JobsService, TasksService } from '../jobs';
import { PostService } from '../post';
import { requestAnswers, requestItems, requests } from './requests.tables';

type Request = typeof requests.$inferSelect;
type Item = typeof requestItems.$inferSelect;
type RequestEvent = { requestId: string };

export const RequestSent = eventKind<RequestEvent>('request sent');
export const ItemAnswered = eventKind<RequestEvent>('item answered');
export const ItemReviewed = eventKind<RequestEvent>('item reviewed');

interface Found {
  item: Item;
  request: Request;
}

/** Information requests: sent from a job, answered in the portal, accepted or sent back here. */
@Injectable()
export class RequestsService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly documents: DocumentsService,
    private readonly post: PostService,
  ) {}

  onModuleInit(): void {
    this.events.on(ClientsMerged, (work, { payload }) => moveToClient(work, payload, requests));
  }

  private draft(work: Work, job: Job, client: Client, input: SendRequest) {
    return {
      subject: `${work.firm.shortName}: ${input.title}`,
      paragraphs: [
        `${work.actor.kind === 'staff' ? `${work.actor.name} of ${work.firm.name}` : work.firm.name} asks you for the following, for ${client.name}, ${job.name}:`,
        input.items.map((item) => `  - ${item.name}${item.description ? ` (${item.description})` : ''}`).join('\n'),
        `Please send it by ${fullDate(civil(input.dueOn))}.`,
      ],
      leadsTo: '/portal',
      linkWords: 'Send files and ask questions here',
      to: 'getsRequests' as const,
      contactId: job.contactId,
    };
  }

  /** What would go out to whom if the request were sent. */
  async preview(work: Work, jobId: string, input: SendRequest): Promise<SendPreview> {
    const job = await this.jobs.get(work, jobId);
    const client = await this.clients.get(work, job.clientId);
    return this.post.preview(work, client, this.draft(work, job, client, input));
  }

  async send(work: Work, jobId: string, input: SendRequest): Promise<string> {
    const job = await this.jobs.get(work, jobId);
    if (job.phase === null) throw Problem.refused('job-finished', 'The job is finished. Begin a new one to ask the client for something.');
    if (input.dueOn < work.today.toString()) throw Problem.invalid([{ field: 'dueOn', message: 'This day is over. Give the client some days.' }]);
    const client = await this.clients.get(work, job.clientId);
    const now = work.now.toString();
    const [request] = await work.tx
      .insert(requests)
      .values({
        firmId: work.firm.id,
        clientId: client.id,
        jobId,
        phaseKey: job.phase,
        planKey: job.phases.find((phase) => phase.key === job.phase)?.requests?.find((plan) => plan.key === input.planKey)?.key ?? null,
        title: input.title,
        dueOn: input.dueOn,
        sentAt: now,
        sentBy: work.actor.name,
      })
      .returning();
    await work.tx.insert(requestItems).values(
      input.items.map((item, position) => ({
        firmId: work.firm.id,
        requestId: request!.id,
        position,
        name: item.name,
        description: item.description ?? null,
        state: 'asked' as const,
        stateSince: now,
      })),
    );
    const written = await this.post.send(work, client, this.draft(work, job, client, input), { clientId: client.id, jobId });
    await this.events.record(work, RequestSent, {
      what: `asked for ${input.items.map((item) => item.name).join(', ')}; ${written === 0 ? 'nobody could be written to' : `wrote to ${written}`}`,
      clientId: client.id,
      jobId,
      after: input,
      payload: { requestId: request!.id },
    });
    await this.tasks.sent(work, jobId, job.phase, 'request sent');
    await this.reckon(work, request!);
    return request!.id;
  }

  /** The item, if the firm, or the client's person who asks, may see it. */
  private async find(work: Work, itemId: string): Promise<Found> {
    const [found] = await work.tx
      .select({ item: requestItems, request: requests })
      .from(requestItems)
      .innerJoin(requests, eq(requests.id, requestItems.requestId))
      .where(and(eq(requestItems.id, itemId), eq(requestItems.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('item');
    if (work.actor.kind === 'client' && !(await this.contacts.hasSay(work, work.actor.id, found.request.clientId, 'getsRequests')))
      throw Problem.notFound('item');
    return found;
  }

  /** Refuses, before a file is read, what would be refused afterwards. */
  async mayAnswer(work: Work, itemId: string): Promise<void> {
    const { item, request } = await this.find(work, itemId);
    if (item.state === 'accepted') throw Problem.refused('accepted-already', 'This was accepted already, thank you. Nothing more is needed.');
    await this.documents.mayTakeIn(work, request.clientId);
  }

  private async answer(
    work: Work,
    { item, request }: Found,
    given: { kind: AnswerView['kind']; text?: string; documentId?: string },
    state: ItemState,
    what: string,
  ): Promise<void> {
    if (item.state === 'accepted') throw Problem.refused('accepted-already', 'This was accepted already, thank you. Nothing more is needed.');
    const now = work.now.toString();
    const { kind, text = null, documentId = null } = given;
    await work.tx.insert(requestAnswers).values({ firmId: work.firm.id, itemId: item.id, kind, text, documentId, at: now, by: work.actor.name });
    await work.tx.update(requestItems).set({ state, stateSince: now }).where(eq(requestItems.id, item.id));
    await this.events.record(work, ItemAnswered, {
      what,
      clientId: request.clientId,
      jobId: request.jobId,
      after: { kind, text, documentId },
      payload: { requestId: request.id },
    });
    await this.reckon(work, request);
  }

  async upload(work: Work, itemId: string, file: Upload): Promise<void> {
    const found = await this.find(work, itemId);
    const { clientId, jobId } = found.request;
    const documentId = await this.documents.file(work, file, { clientId, jobId });
    if (found.item.state === 'answered' && (await this.isAnsweredWith(work, itemId, documentId))) return;
    await this.answer(work, found, { kind: 'file', documentId }, 'answered', `sent ${file.name} for ${found.item.name}`);
  }

  /** The same file sent again after a lost answer is the one that came. */
  private async isAnsweredWith(work: Work, itemId: string, documentId: string): Promise<boolean> {
    const there = await work.tx
      .select({ id: requestAnswers.id })
      .from(requestAnswers)
      .where(and(eq(requestAnswers.itemId, itemId), eq(requestAnswers.documentId, documentId)))
      .limit(1);
    return there.length > 0;
  }

  async ask(work: Work, itemId: string, text: string): Promise<void> {
    const found = await this.find(work, itemId);
    await this.answer(work, found, { kind: 'question', text }, found.item.state, `asked about ${found.item.name}: "${text}"`);
  }

  async doesNotApply(work: Work, itemId: string, text: string): Promise<void> {
    const found = await this.find(work, itemId);
    await this.answer(work, found, { kind: 'does not apply', text }, 'does not apply', `says that ${found.item.name} does not apply: "${text}"`);
  }

  /** Answers a client's question; the client is told. */
  async reply(work: Work, itemId: string, text: string): Promise<void> {
    const found = await this.find(work, itemId);
    await this.answer(work, found, { kind: 'reply', text }, found.item.state, `replied about ${found.item.name}: "${text}"`);
    await this.tell(work, found, `${work.firm.shortName}: your question about ${found.item.name}`, [
      `${work.actor.name} replies to your question about ${found.item.name}:`,
      text,
    ]);
  }

  async accept(work: Work, itemId: string): Promise<void> {
    const found = await this.find(work, itemId);
    if (found.item.state === 'accepted') return;
    await this.review(work, found, { state: 'accepted', sentBackReason: null }, `accepted ${found.item.name}`);
  }

  /** Sends an item back with a reason; the client is told. */
  async sendBack(work: Work, itemId: string, reason: string): Promise<void> {
    const found = await this.find(work, itemId);
    if (found.item.state === 'accepted') throw Problem.refused('accepted-already', 'This item was accepted. Ask for it again in a new request.');
    await this.review(work, found, { state: 'sent back', sentBackReason: reason }, `sent ${found.item.name} back: "${reason}"`);
    await this.tell(work, found, `${work.firm.shortName}: ${found.item.name} is still needed`, [
      `${work.actor.name} looked at what you sent for ${found.item.name} and needs something more:`,
      reason,
    ]);
  }

  private async review(work: Work, { item, request }: Found, set: { state: ItemState; sentBackReason: string | null }, what: string): Promise<void> {
    await work.tx
      .update(requestItems)
      .set({ ...set, stateSince: work.now.toString() })
      .where(eq(requestItems.id, item.id));
    await this.events.record(work, ItemReviewed, {
      what,
      clientId: request.clientId,
      jobId: request.jobId,
      before: { state: item.state },
      after: set,
      payload: { requestId: request.id },
    });
    await this.reckon(work, request);
  }

  private async tell(work: Work, { request }: Found, subject: string, paragraphs: string[]): Promise<void> {
    const client = await this.clients.get(work, request.clientId);
    const { contactId } = await this.jobs.get(work, request.jobId);
    await this.post.send(
      work,
      client,
      { subject, paragraphs, leadsTo: '/portal', linkWords: 'Go to the request', to: 'getsRequests', contactId },
      { clientId: client.id, jobId: request.jobId },
    );
  }

  /** Works out anew whether the request is complete and what the client owes the job, and lets the job move on. */
  private async reckon(work: Work, request: Request): Promise<void> {
    const [own] = await rows<{ complete: boolean }>(
      work.tx,
      sql`select bool_and(state = 'accepted') as complete from request_items where request_id = ${request.id}`,
    );
    if (own!.complete !== request.complete) await work.tx.update(requests).set({ complete: own!.complete }).where(eq(requests.id, request.id));
    await this.jobs.reckonOwed(work, request.jobId);
  }
}
