import { Injectable } from '@nestjs/common';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { type AnswerKind, type InHandWay, type ItemState, mayTakeBack, standsBy } from '@steady/core/asks';
import { Events, eventKind } from '../../platform/events';
import type { Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Ask, AskBook, AskLetters } from '../asks';
import { ContactsService } from '../clients';
import { type Document, DocumentChanges, DocumentsService } from '../documents';
import { requestAnswers, requestItems } from './requests.tables';

type Item = typeof requestItems.$inferSelect;
export type RequestEvent = { askId: string };

export const ItemAnswered = eventKind<RequestEvent>('item answered', 'requests');
export const ItemReviewed = eventKind<RequestEvent>('item reviewed', 'requests');

/** A thing that was asked for, and the request in which. */
export interface FoundItem {
  item: Item;
  ask: Ask;
}

/** Where an event about a request belongs. */
export const aboutAsk = (ask: Ask) => ({ clientId: ask.clientId, jobId: ask.jobId, payload: { askId: ask.id } });

/** @throws Problem where nothing more is wanted of it */
export function mustBeWanted({ state }: Pick<Item, 'state'>): void {
  if (state === 'accepted') throw Problem.refused('accepted-already', 'This was accepted already, thank you. Nothing more is needed.');
}

/** What is given for the things that were asked for: files, words, where it is, what came in hand; and what is taken back. */
@Injectable()
export class RequestAnswers {
  constructor(
    private readonly events: Events,
    private readonly book: AskBook,
    private readonly letters: AskLetters,
    private readonly contacts: ContactsService,
    private readonly documents: DocumentsService,
    private readonly changes: DocumentChanges,
  ) {}

  /** The item and its request, held, if the firm, or the client's person who asks, may see it. */
  async find(work: Work, itemId: string): Promise<FoundItem> {
    const [item] = await work.tx
      .select()
      .from(requestItems)
      .where(and(eq(requestItems.id, itemId), eq(requestItems.firmId, work.firm.id)))
      .for('update');
    if (!item || item.state === 'taken out') throw Problem.notFound('item');
    const ask = await this.book.hold(work, item.askId);
    if (work.actor.kind === 'client' && !(await this.contacts.hasPermission(work, work.actor.id, ask.clientId, 'getsRequests'))) throw Problem.notFound('item');
    return { item, ask };
  }

  /** Refuses, before a file is read, what would be refused afterwards. */
  async mayAnswer(work: Work, itemId: string): Promise<void> {
    const { item, ask } = await this.find(work, itemId);
    this.book.mustBeOpen(ask);
    mustBeWanted(item);
    await this.documents.mayTakeIn(work, ask.clientId);
  }

  async answer(
    work: Work,
    { item, ask }: FoundItem,
    given: { kind: AnswerKind; text?: string; documentId?: string; way?: InHandWay; place?: string },
    state: ItemState,
    what: string,
  ): Promise<void> {
    this.book.mustBeOpen(ask);
    const now = work.now.toString();
    const { kind, text = null, documentId = null, way = null, place = null } = given;
    const byContact = work.actor.kind === 'client' ? work.actor.id : null;
    await work.tx
      .insert(requestAnswers)
      .values({ firmId: work.firm.id, itemId: item.id, kind, text, documentId, way, place, at: now, by: work.actor.name, byContact });
    if (state !== item.state) await this.setItem(work, item.id, { state, stateSince: now });
    if (work.actor.kind === 'client') await this.letters.heard(work, ask);
    await this.events.record(work, ItemAnswered, { what, ...aboutAsk(ask), after: { kind, text, documentId } });
    await this.book.reckon(work, ask.id);
  }

  private setItem(work: Work, itemId: string, set: Partial<Item>) {
    return work.tx.update(requestItems).set(set).where(eq(requestItems.id, itemId));
  }

  /** Takes in a file for an item that is asked for, from whoever is in the portal. */
  async upload(work: Work, itemId: string, file: Upload): Promise<void> {
    const found = await this.find(work, itemId);
    mustBeWanted(found.item);
    const { clientId, jobId } = found.ask;
    const documentId = await this.documents.file(work, file, { clientId, jobId, what: found.item.name });
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

  /** A question of the client. It stays open until somebody answers it, whatever is sent after it. */
  async ask(work: Work, itemId: string, text: string): Promise<void> {
    const found = await this.find(work, itemId);
    mustBeWanted(found.item);
    await this.answer(work, found, { kind: 'question', text }, found.item.state, `asked about ${found.item.name}: "${text}"`);
  }

  /** An answer in words, in place of a file. */
  async words(work: Work, itemId: string, text: string): Promise<void> {
    const found = await this.find(work, itemId);
    mustBeWanted(found.item);
    await this.answer(work, found, { kind: 'words', text }, 'answered', `answered about ${found.item.name}: "${text}"`);
  }

  /** Notes where the client says that it is to be found. */
  async elsewhere(work: Work, itemId: string, text: string): Promise<void> {
    const found = await this.find(work, itemId);
    mustBeWanted(found.item);
    await this.answer(work, found, { kind: 'elsewhere', text }, 'answered', `says where ${found.item.name} is: "${text}"`);
  }

  /** Notes the client's word that there is nothing of an item, and why. */
  async doesNotApply(work: Work, itemId: string, text: string): Promise<void> {
    const found = await this.find(work, itemId);
    mustBeWanted(found.item);
    await this.answer(work, found, { kind: 'does not apply', text }, 'does not apply', `says that ${found.item.name} does not apply: "${text}"`);
  }

  /**
   * Takes back what was given for an item: by the client until somebody has looked at it, by the firm what it noted itself. A file is taken out
   * with it, and can be brought back for a time.
   */
  async takeBack(work: Work, answerId: string): Promise<void> {
    const [answer] = await work.tx
      .select()
      .from(requestAnswers)
      .where(and(eq(requestAnswers.id, answerId), eq(requestAnswers.firmId, work.firm.id)));
    if (!answer) throw Problem.notFound('answer');
    const { item, ask } = await this.find(work, answer.itemId);
    this.book.mustBeOpen(ask);
    const mine = work.actor.kind === 'client' ? answer.by === work.actor.name : answer.kind === 'in hand';
    if (!mine) throw Problem.notFound('answer');
    if (answer.takenBackAt !== null) return;
    const lookedAt = answer.documentId === null ? null : (await this.documents.get(work, answer.documentId)).lookedAt;
    if (work.actor.kind === 'client' && !mayTakeBack({ ...answer, lookedAt }, item))
      throw Problem.refused('looked-at', `${work.firm.shortName} has looked at it already. Write to them if it was not the right one.`);
    await work.tx.update(requestAnswers).set({ takenBackAt: work.now.toString() }).where(eq(requestAnswers.id, answerId));
    if (answer.documentId !== null && !(await this.stillGiven(work, answer.documentId))) await this.changes.withdraw(work, answer.documentId);
    const left = await this.answersTo(work, item.id);
    const what = `took back what was given for ${item.name}: ${answer.text ?? 'a file'}`;
    await this.review(work, { item, ask }, { state: standsBy(left, item.sentBackAt) }, what);
  }

  /** Whether the same file was given for another thing as well. */
  private async stillGiven(work: Work, documentId: string): Promise<boolean> {
    const [other] = await work.tx
      .select({ id: requestAnswers.id })
      .from(requestAnswers)
      .where(and(eq(requestAnswers.documentId, documentId), isNull(requestAnswers.takenBackAt)))
      .limit(1);
    return other !== undefined;
  }

  async answersTo(work: Work, itemId: string) {
    return work.tx
      .select({ kind: requestAnswers.kind, at: requestAnswers.at, takenBackAt: requestAnswers.takenBackAt })
      .from(requestAnswers)
      .where(eq(requestAnswers.itemId, itemId))
      .orderBy(asc(requestAnswers.at), asc(requestAnswers.id));
  }

  private async documentsOf(work: Work, itemId: string): Promise<string[]> {
    const came = await work.tx.select({ id: requestAnswers.documentId }).from(requestAnswers).where(eq(requestAnswers.itemId, itemId));
    return came.flatMap(({ id }) => (id === null ? [] : [id]));
  }

  /** The file that shows what is meant by an item, for the client's person who is asked for it. */
  async example(work: Work, itemId: string): Promise<Document> {
    const [item] = await work.tx
      .select({ state: requestItems.state, exampleId: requestItems.exampleId })
      .from(requestItems)
      .where(and(eq(requestItems.id, itemId), eq(requestItems.firmId, work.firm.id)));
    if (!item || item.state === 'taken out' || item.exampleId === null) throw Problem.notFound('document');
    // It is one of the same client.
    const document = await this.documents.get(work, item.exampleId);
    if (work.actor.kind === 'client' && !(await this.contacts.hasPermission(work, work.actor.id, document.clientId, 'getsRequests')))
      throw Problem.notFound('document');
    return document;
  }

  async review(work: Work, { item, ask }: FoundItem, set: Partial<Item>, what: string): Promise<void> {
    await this.setItem(work, item.id, { ...set, stateSince: work.now.toString() });
    if (set.state === 'accepted' || set.state === 'sent back') await this.documents.lookedAt(work, await this.documentsOf(work, item.id));
    await this.events.record(work, ItemReviewed, { what, ...aboutAsk(ask), before: { state: item.state }, after: set });
    await this.book.reckon(work, ask.id);
  }
}
