import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, count, eq, isNull, sql } from 'drizzle-orm';
import { AT_FIRST, afterEnd } from '@steady/core/conversations';
import type { ConversationPeople, FileInto, OpenConversation } from '@steady/contract/conversations';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { FileStore, type Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { type Work, asWhole, staffId } from '../../platform/work';
import { AskBook } from '../asks';
import { ClientRecords, ClientsService, ContactMerging, ContactsMerged, ContactsService } from '../clients';
import { DocumentsService } from '../documents';
import { JobsService } from '../jobs';
import { TeamService } from '../team';
import { type Conversation, ConversationBook } from './conversation-book.service';
import { ConversationLetters } from './conversation-letters';
import { conversationPeople, conversationWords, conversations } from './conversations.tables';

export const ConversationOpened = eventKind<{ conversationId: string }>('conversation opened', 'conversations');
export const ConversationChanged = eventKind<{ conversationId: string }>('conversation changed', 'conversations');

/** What a new conversation is about. */
type About = Pick<OpenConversation, 'clientId' | 'jobId' | 'askId' | 'documentId' | 'subject'> & { isPrivate: boolean; holderId: string };

/** Conversations as the people of the firm lead them. */
@Injectable()
export class ConversationsService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly merging: ContactMerging,
    private readonly events: Events,
    private readonly store: FileStore,
    private readonly book: ConversationBook,
    private readonly letters: ConversationLetters,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly jobs: JobsService,
    private readonly asks: AskBook,
    private readonly documents: DocumentsService,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.records.follow(conversations, { what: 'conversations', holds: true });
    this.merging.follow(conversationPeople.contactId);
    this.merging.follow(conversationWords.byContact);
    this.events.on(ContactsMerged, (work, { payload: { into } }) => this.nameOnce(work, into));
    this.store.namedBy(async (work, address) => {
      const found = await asWhole(work, () =>
        work.tx
          .select({ id: conversationWords.id })
          .from(conversationWords)
          .where(and(eq(conversationWords.firmId, work.firm.id), eq(conversationWords.fileAddress, address)))
          .limit(1),
      );
      return found.length > 0;
    });
  }

  /** Of two records that became one person and were both named, the later naming ends. */
  private async nameOnce(work: Work, contactId: string): Promise<void> {
    const still = sql`contact_id = ${contactId} and left_at is null`;
    await work.tx.execute(
      sql`update conversation_people p set left_at = ${work.now.toString()} where p.firm_id = ${work.firm.id} and ${still}
            and exists (select from conversation_people o where o.conversation_id = p.conversation_id and o.contact_id = ${contactId} and o.left_at is null and o.id < p.id)`,
    );
  }

  /** How many of those that go on somebody answers. */
  async answeredBy(work: Work, memberId: string): Promise<number> {
    const [found] = await asWhole(work, () =>
      work.tx
        .select({ count: count() })
        .from(conversations)
        .where(and(eq(conversations.firmId, work.firm.id), eq(conversations.holderId, memberId), isNull(conversations.closedAt))),
    );
    return found!.count;
  }

  /** Opens a conversation and writes its first words; those of the client who can be written to get them. */
  async open(work: Work, input: OpenConversation): Promise<string> {
    const client = await this.clients.get(work, input.clientId);
    await this.mustFit(work, client.id, input);
    const me = staffId(work);
    const holderId = input.memberIds.includes(me) ? me : input.memberIds[0]!;
    // Whoever writes reads what is answered.
    const memberIds = [...input.memberIds, me];
    const conversation = await this.begin(work, { ...input, isPrivate: input.isPrivate ?? false, holderId }, { contactIds: input.contactIds, memberIds });
    await this.book.write(work, conversation, { text: input.text });
    await this.letters.tell(work, conversation, input.text, false);
    return conversation.id;
  }

  /** What somebody of a client said before they were known: it becomes a private conversation with whoever takes it on, who answers. */
  async takeOver(
    work: Work,
    {
      at,
      text,
      files,
      contactId,
      ...of
    }: Omit<About, 'isPrivate'> & { contactId: string; at: string; text: string; files: { name: string; documentId: string }[] },
  ): Promise<string> {
    const begun = await this.begin(work, { ...of, isPrivate: true }, { contactIds: [contactId], memberIds: [of.holderId] });
    const { id, name } = await this.contacts.get(work, contactId);
    const theirs: Work = { ...work, actor: { kind: 'client', id, name } };
    await this.book.write(theirs, begun, { text, at });
    for (const file of files) await this.book.write(theirs, await this.book.hold(work, begun.id), { documentId: file.documentId, fileName: file.name, at });
    return begun.id;
  }

  /** A conversation in which nothing was said yet. */
  async begin(work: Work, of: About, { contactIds, memberIds }: ConversationPeople): Promise<Conversation> {
    const now = work.now.toString();
    const { clientId, isPrivate, holderId, jobId = null, askId = null, documentId = null } = of;
    const conversation: Conversation = {
      id: newId(),
      firmId: work.firm.id,
      version: 1,
      clientId,
      isPrivate,
      holderId,
      askId,
      documentId,
      ...(await this.about(work, { clientId, jobId, askId, documentId })),
      subject: this.book.seal(work, { isPrivate }, of.subject),
      openedAt: now,
      openedBy: work.actor.name,
      ...AT_FIRST,
      lastAt: now,
      lastBy: work.actor.name,
    };
    await work.tx.insert(conversations).values(conversation);
    for (const contactId of new Set(contactIds)) await this.book.name(work, conversation.id, { contactId });
    for (const memberId of new Set(memberIds)) await this.book.name(work, conversation.id, { memberId });
    await this.events.record(work, ConversationOpened, {
      what: `opened ${isPrivate ? 'a private conversation' : `the conversation “${of.subject}”`}`,
      clientId,
      jobId: conversation.jobId,
      payload: { conversationId: conversation.id },
    });
    return conversation;
  }

  /** Its job, and what the ask or document is called that it is about. @throws Problem where one of them is another client’s */
  private async about(
    work: Work,
    { clientId, jobId, askId, documentId }: Pick<Conversation, 'clientId' | 'jobId' | 'askId' | 'documentId'>,
  ): Promise<Pick<Conversation, 'jobId' | 'about'>> {
    const ask = askId === null ? null : await this.asks.hold(work, askId);
    const document = documentId === null ? null : await this.documents.get(work, documentId);
    const of = jobId ?? ask?.jobId ?? document?.jobId ?? null;
    const job = of === null ? null : await this.jobs.get(work, of);
    const fault = (field: string) => Problem.invalid([{ field, message: 'Choose one of this client.' }]);
    if (job && job.clientId !== clientId) throw fault('jobId');
    if (ask && ask.clientId !== clientId) throw fault('askId');
    if (document && document.clientId !== clientId) throw fault('documentId');
    return { jobId: of, about: ask?.title ?? document?.what ?? document?.name ?? null };
  }

  /** @throws Problem where somebody does not act for the client, or does not work here now and see it */
  private async mustFit(work: Work, clientId: string, { contactIds, memberIds }: ConversationPeople): Promise<void> {
    const there = new Set((await this.contacts.of(work, clientId)).map(({ id }) => id));
    if (contactIds.some((id) => !there.has(id))) throw Problem.invalid([{ field: 'contactIds', message: 'Choose people of this client.' }]);
    for (const memberId of memberIds) {
      const name = await this.team.colleague(work, 'memberIds', memberId, clientId);
      if (!(await this.team.working(work)).has(memberId))
        throw Problem.invalid([{ field: 'memberIds', message: `${name} does not work here now. Choose somebody who does.` }]);
    }
  }

  async say(work: Work, id: string, text: string): Promise<void> {
    const conversation = await this.book.hold(work, id);
    await this.join(work, conversation);
    await this.book.write(work, conversation, { text });
    await this.letters.tell(work, conversation, text, conversation.waitingSince !== null);
  }

  /** Whoever writes is named from then on: those who read it see who it is that answers. */
  private async join(work: Work, { id }: Conversation): Promise<void> {
    const me = staffId(work);
    if (!(await this.book.named(work, id)).some(({ memberId }) => memberId === me)) await this.book.name(work, id, { memberId: me });
  }

  /** Refuses, before a file is read, what would be refused afterwards. */
  async mayAdd(work: Work, id: string): Promise<void> {
    await this.book.get(work, id);
  }

  /** A file sent to those who are named: a document of the client at once, where the conversation is not private. */
  async addFile(work: Work, id: string, file: Upload): Promise<void> {
    const conversation = await this.book.hold(work, id);
    await this.join(work, conversation);
    await this.takeFile(work, conversation, file);
    await this.letters.tell(work, conversation, `${file.name} is here for you.`, conversation.waitingSince !== null);
  }

  async takeFile(work: Work, conversation: Conversation, file: Upload): Promise<void> {
    if (conversation.isPrivate) {
      await this.store.claim(work, file);
      await this.book.write(work, conversation, { ownFile: file, fileName: file.name });
      return;
    }
    const { clientId, jobId } = conversation;
    const documentId = await this.documents.file(work, file, { clientId, jobId });
    const [last] = await work.tx
      .select({ id: conversationWords.id })
      .from(conversationWords)
      .where(and(eq(conversationWords.conversationId, conversation.id), eq(conversationWords.documentId, documentId)))
      .limit(1);
    // The same file again is the one that came: its answer was lost.
    if (!last) await this.book.write(work, conversation, { documentId, fileName: file.name });
  }

  /** Names others, and no longer those who are left out. Whoever answers stays named, or the first of those named answers from then on. */
  async setPeople(work: Work, id: string, { contactIds, memberIds }: ConversationPeople): Promise<void> {
    const conversation = await this.book.hold(work, id);
    await this.mustFit(work, conversation.clientId, { contactIds, memberIds });
    const wanted = new Set([...contactIds, ...memberIds]);
    const named = await this.book.named(work, id);
    const idOf = ({ contactId, memberId }: (typeof named)[number]) => contactId ?? memberId!;
    for (const contactId of contactIds) if (!named.some((one) => one.contactId === contactId)) await this.book.name(work, id, { contactId });
    for (const memberId of memberIds) if (!named.some((one) => one.memberId === memberId)) await this.book.name(work, id, { memberId });
    for (const one of named) if (!wanted.has(idOf(one))) await this.book.unname(work, one.id);
    await this.set(work, conversation, memberIds.includes(conversation.holderId) ? {} : { holderId: memberIds[0]! }, 'changed who is named in');
  }

  /** Somebody else answers from now on; they are named where they were not. */
  async handOver(work: Work, id: string, memberId: string): Promise<void> {
    const conversation = await this.book.hold(work, id);
    await this.mustFit(work, conversation.clientId, { contactIds: [], memberIds: [memberId] });
    await this.pass(work, conversation, memberId);
  }

  private async pass(work: Work, conversation: Conversation, memberId: string): Promise<void> {
    if (!(await this.book.named(work, conversation.id)).some((one) => one.memberId === memberId)) await this.book.name(work, conversation.id, { memberId });
    const name = (await this.team.names(work)).get(memberId) ?? '';
    await this.set(work, conversation, { holderId: memberId }, `gave ${name} the answering of`);
  }

  /** Everything that one person answers goes to another, also what is private. @returns the clients with whom */
  async handOverAll(work: Work, from: string, to: string): Promise<string[]> {
    return asWhole(work, async () => {
      const theirs = await work.tx
        .select()
        .from(conversations)
        .where(and(eq(conversations.firmId, work.firm.id), eq(conversations.holderId, from), isNull(conversations.closedAt)))
        .for('update');
      for (const one of theirs) await this.pass(work, one, to);
      return theirs.map(({ clientId }) => clientId);
    });
  }

  /** Nobody waits for an answer any more. Words of either side open it again. */
  async end(work: Work, id: string): Promise<void> {
    const conversation = await this.book.hold(work, id);
    if (conversation.closedAt !== null) return;
    await this.set(work, conversation, afterEnd(work.now.toString()), 'ended');
  }

  async openAgain(work: Work, id: string): Promise<void> {
    const conversation = await this.book.hold(work, id);
    if (conversation.closedAt === null) return;
    await this.set(work, conversation, { closedAt: null }, 'opened again');
  }

  private async set(work: Work, conversation: Conversation, set: Partial<Conversation>, what: string): Promise<void> {
    await work.tx
      .update(conversations)
      .set({ ...set, version: conversation.version + 1 })
      .where(eq(conversations.id, conversation.id));
    await this.events.record(work, ConversationChanged, {
      what: `${what} ${this.book.calledInHistory(work, conversation)}`,
      clientId: conversation.clientId,
      jobId: conversation.jobId,
      payload: { conversationId: conversation.id },
    });
  }

  /** A file of a private conversation becomes a document of the client: from then on whoever sees the client reads it. */
  async fileIn(work: Work, wordsId: string, { folderId }: FileInto): Promise<string> {
    const { conversation, words } = await this.fileOf(work, wordsId);
    if (words.documentId !== null) return words.documentId;
    const stored = await this.store.record(work, words.fileAddress!);
    const { clientId, jobId } = conversation;
    const documentId = await this.documents.file(
      work,
      { ...stored, kind: words.fileKind!, name: words.fileName! },
      { clientId, jobId, ...(folderId === undefined ? {} : { folderId }) },
    );
    await work.tx.update(conversationWords).set({ documentId }).where(eq(conversationWords.id, wordsId));
    return documentId;
  }

  /** A file that was sent in a conversation which whoever acts may read. @throws Problem "not-found" */
  async fileOf(work: Work, wordsId: string): Promise<{ conversation: Conversation; words: typeof conversationWords.$inferSelect }> {
    const [words] = await work.tx
      .select()
      .from(conversationWords)
      .where(and(eq(conversationWords.id, wordsId), eq(conversationWords.firmId, work.firm.id)));
    if (!words || words.destroyedAt !== null || (words.documentId === null && words.fileAddress === null)) throw Problem.notFound('file');
    const conversation = work.actor.kind === 'client' ? await this.book.ofReader(work, words.conversationId) : await this.book.get(work, words.conversationId);
    return { conversation, words };
  }

  /** What lies in the store for it, and what it is called. @throws Problem where it was taken out */
  async contentOf(work: Work, wordsId: string): Promise<{ address: string; kind: string; bytes: number; name: string }> {
    const { words } = await this.fileOf(work, wordsId);
    if (words.fileAddress !== null) return { address: words.fileAddress, kind: words.fileKind!, bytes: words.fileBytes!, name: words.fileName! };
    const document = await this.documents.get(work, words.documentId!);
    if (document.takenOutAt !== null) throw Problem.notFound('file');
    return document;
  }
}
