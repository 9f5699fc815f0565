import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { type Side, afterWords } from '@steady/core/conversations';
import { newId } from '../../platform/database';
import { eventKind, Events } from '../../platform/events';
import { PrivateTexts, type StoredFile } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ContactsService } from '../clients';
import { conversationPeople, conversationWords, conversations } from './conversations.tables';

export type Conversation = typeof conversations.$inferSelect;
export type Named = typeof conversationPeople.$inferSelect;

/** What is said: words, or a file, as a document of the client or lying with no client yet. */
export interface Said {
  text?: string;
  isMail?: boolean;
  fromAddress?: string | null;
  documentId?: string;
  /** Of a private conversation: it lies with no client yet. */
  ownFile?: StoredFile & { name: string };
  /** What the file is called. */
  fileName?: string;
  /** When it was said, where that was before it came here: then nobody is told of it now. */
  at?: string;
}

/** Something was written in a conversation. */
export const WordsWritten = eventKind<{ conversationId: string; side: Side; memberIds: string[] }>('words written', 'conversations');

/** Conversations as they are kept: who is named in them, what was said, sealed where it is private. */
@Injectable()
export class ConversationBook {
  constructor(
    private readonly events: Events,
    private readonly texts: PrivateTexts,
    private readonly contacts: ContactsService,
  ) {}

  private one(work: Work, id: string) {
    return work.tx
      .select()
      .from(conversations)
      .where(and(eq(conversations.id, id), eq(conversations.firmId, work.firm.id)))
      .$dynamic();
  }

  /** A conversation that the person of the firm who acts may read. @throws Problem "not-found" */
  async get(work: Work, id: string): Promise<Conversation> {
    const [found] = await this.one(work, id);
    if (!found) throw this.notThere();
    return found;
  }

  /** The same, held until the transaction ends. */
  async hold(work: Work, id: string): Promise<Conversation> {
    const [found] = await this.one(work, id).for('update');
    if (!found) throw this.notThere();
    return found;
  }

  /** One in which whoever is in the portal is named, and whose client they still act for. @throws Problem "not-found" for any other */
  async ofReader(work: Work, id: string): Promise<Conversation> {
    const contactId = work.actor.id!;
    const [found] = await work.tx
      .select({ conversation: conversations })
      .from(conversations)
      .innerJoin(conversationPeople, eq(conversationPeople.conversationId, conversations.id))
      .where(
        and(eq(conversations.id, id), eq(conversations.firmId, work.firm.id), eq(conversationPeople.contactId, contactId), isNull(conversationPeople.leftAt)),
      );
    if (!found || !(await this.contacts.clientsOf(work, contactId)).includes(found.conversation.clientId)) throw this.notThere();
    return found.conversation;
  }

  /** It is not there, or not theirs to read. */
  notThere(): Problem {
    return Problem.notFound('conversation');
  }

  /** Who is named now. */
  named(work: Work, conversationId: string): Promise<Named[]> {
    return work.tx
      .select()
      .from(conversationPeople)
      .where(and(eq(conversationPeople.conversationId, conversationId), isNull(conversationPeople.leftAt)))
      .orderBy(asc(conversationPeople.since), asc(conversationPeople.id));
  }

  async name(work: Work, conversationId: string, who: { contactId?: string; memberId?: string }): Promise<void> {
    await work.tx.insert(conversationPeople).values({
      firmId: work.firm.id,
      conversationId,
      contactId: who.contactId ?? null,
      memberId: who.memberId ?? null,
      since: work.now.toString(),
      replyKey: randomBytes(10).toString('hex'),
    });
  }

  async unname(work: Work, personId: string): Promise<void> {
    await work.tx.update(conversationPeople).set({ leftAt: work.now.toString() }).where(eq(conversationPeople.id, personId));
  }

  seal(work: Work, { isPrivate }: Pick<Conversation, 'isPrivate'>, text: string): string {
    return isPrivate && text !== '' ? this.texts.seal(work.firm, text) : text;
  }

  /** As it was written. */
  read(work: Work, { isPrivate }: Pick<Conversation, 'isPrivate'>, kept: string): string {
    return isPrivate && kept !== '' ? this.texts.open(work.firm, kept) : kept;
  }

  /** What it is called where anybody reads it who sees the client. */
  calledInHistory(work: Work, conversation: Conversation): string {
    return conversation.isPrivate ? 'a private conversation' : `“${this.read(work, conversation, conversation.subject)}”`;
  }

  /** Writes down what somebody says, who has seen everything before it. */
  async write(work: Work, conversation: Conversation, said: Said): Promise<void> {
    const { actor } = work;
    const side: Side = actor.kind === 'client' ? 'them' : 'us';
    const at = said.at ?? work.now.toString();
    const { text = '', documentId = null, ownFile, isMail = false, fromAddress = null } = said;
    await work.tx.insert(conversationWords).values({
      id: newId(),
      firmId: work.firm.id,
      conversationId: conversation.id,
      at,
      side,
      by: actor.name,
      byMember: actor.kind === 'staff' ? actor.id : null,
      byContact: actor.kind === 'client' ? actor.id : null,
      words: this.seal(work, conversation, text),
      isMail,
      fromAddress,
      documentId,
      ...(ownFile ? { fileAddress: ownFile.address, fileName: ownFile.name, fileKind: ownFile.kind, fileBytes: ownFile.bytes } : {}),
    });
    await work.tx
      .update(conversations)
      .set({ ...afterWords(conversation, side, at), lastAt: at, lastBy: actor.name, version: conversation.version + 1 })
      .where(eq(conversations.id, conversation.id));
    await this.seen(work, conversation.id);
    const what = said.fileName === undefined ? 'wrote in' : conversation.isPrivate ? 'sent a file in' : `sent ${said.fileName} in`;
    const named = await this.named(work, conversation.id);
    await this.events.record(work, WordsWritten, {
      what: `${what} ${this.calledInHistory(work, conversation)}${isMail ? ', by mail' : ''}`,
      clientId: conversation.clientId,
      jobId: conversation.jobId,
      payload: { conversationId: conversation.id, side, memberIds: said.at === undefined ? named.flatMap(({ memberId }) => memberId ?? []) : [] },
    });
  }

  /** Whoever acts has seen what was written so far, where they are named. */
  async seen(work: Work, conversationId: string): Promise<void> {
    const { actor } = work;
    if (actor.kind === 'system') return;
    const mine = actor.kind === 'client' ? eq(conversationPeople.contactId, actor.id) : eq(conversationPeople.memberId, actor.id);
    await work.tx
      .update(conversationPeople)
      .set({ readUntil: work.now.toString() })
      .where(and(eq(conversationPeople.conversationId, conversationId), mine, isNull(conversationPeople.leftAt)));
  }
}
