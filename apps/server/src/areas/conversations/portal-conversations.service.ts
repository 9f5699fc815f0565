import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { keyOfAddress, newWordsOf } from '@steady/core/conversations';
import type { BeginConversation } from '@steady/contract/conversations';
import { type ArrivedMail, MailTaken } from '../../outside/post';
import type { Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { byItself } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { ClientsService, ContactsService } from '../clients';
import { DocumentsService } from '../documents';
import { TeamService } from '../team';
import { ConversationBook } from './conversation-book.service';
import { ConversationsService } from './conversations.service';
import { conversationPeople, conversations } from './conversations.tables';

const NOT_TAKEN = 'This address takes no answers any more. Please write on your own page, or to the firm.';

/** Conversations as a client’s people lead them: in the portal, and by mail. */
@Injectable()
export class PortalConversations implements OnModuleInit {
  constructor(
    private readonly works: Works,
    private readonly mail: MailTaken,
    private readonly book: ConversationBook,
    private readonly conversations: ConversationsService,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly documents: DocumentsService,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.mail.by((firmId, mail) => this.takeMail(firmId, mail));
  }

  /** They begin one, with those of the firm who work for the client; the first of them who is there answers. */
  async begin(work: Work, { clientId, subject, text }: BeginConversation): Promise<string> {
    if (!(await this.contacts.clientsOf(work, work.actor.id!)).includes(clientId)) throw Problem.notFound('client');
    const memberIds = await this.usualMembers(work, clientId);
    const conversation = await this.conversations.begin(
      work,
      { clientId, subject, isPrivate: false, holderId: memberIds[0]! },
      { contactIds: [work.actor.id!], memberIds },
    );
    await this.book.write(work, conversation, { text });
    return conversation.id;
  }

  /** Those of the firm who work for a client, whoever prepares its work first; whoever runs the firm where nobody does. */
  async usualMembers(work: Work, clientId: string): Promise<string[]> {
    const { managerId, partnerId, preparerId } = await this.clients.get(work, clientId);
    const there: string[] = [];
    for (const id of new Set([managerId, preparerId, partnerId])) if (id !== null && (await this.team.sees(work, id, clientId))) there.push(id);
    if (there.length > 0) return there;
    for (const { id, standing, rights } of await this.team.list(work))
      if (standing === 'active' && rights.includes('run firm') && (await this.team.sees(work, id, clientId))) there.push(id);
    if (there.length > 0) return there;
    throw Problem.refused('nobody-there', `Nobody of ${work.firm.name} is there to read it. Please ring.`);
  }

  async say(work: Work, id: string, text: string): Promise<void> {
    await this.book.ofReader(work, id);
    await this.book.write(work, await this.book.hold(work, id), { text });
  }

  async mayAdd(work: Work, id: string): Promise<void> {
    const { clientId } = await this.book.ofReader(work, id);
    await this.documents.mayTakeIn(work, clientId);
  }

  async addFile(work: Work, id: string, file: Upload): Promise<void> {
    await this.book.ofReader(work, id);
    await this.conversations.takeFile(work, await this.book.hold(work, id), file);
  }

  async seen(work: Work, id: string): Promise<void> {
    await this.book.ofReader(work, id);
    await this.book.seen(work, id);
  }

  /** An answer by mail: the address says whose it is and where it belongs, whatever its subject says. */
  private async takeMail(firmId: string, { to, from, text }: ArrivedMail): Promise<void> {
    const key = keyOfAddress(to);
    if (key === null) throw Problem.refused('not-taken', NOT_TAKEN);
    const { contact, conversationId } = await this.works.run(byItself(firmId), (work) => this.readerOf(work, key), { readOnly: true });
    const actor = { kind: 'client' as const, id: contact.id, name: contact.name };
    const isTheirs = contact.email !== null && from.trim().toLowerCase() === contact.email.toLowerCase();
    await this.works.run({ firmId, actor }, async (work) => {
      await this.book.ofReader(work, conversationId);
      const conversation = await this.book.hold(work, conversationId);
      await this.book.write(work, conversation, { text: newWordsOf(text), isMail: true, fromAddress: isTheirs ? null : from.trim() });
    });
  }

  /** Whose answer comes in with a key. @throws Problem where they are not named any more, or act for the client no longer */
  private async readerOf(work: Work, key: string) {
    const [found] = await work.tx
      .select({
        contactId: conversationPeople.contactId,
        leftAt: conversationPeople.leftAt,
        conversationId: conversations.id,
        clientId: conversations.clientId,
      })
      .from(conversationPeople)
      .innerJoin(conversations, eq(conversations.id, conversationPeople.conversationId))
      .where(and(eq(conversationPeople.replyKey, key), eq(conversationPeople.firmId, work.firm.id)));
    const contact = found?.contactId && found.leftAt === null ? await this.contacts.one(work.tx, found.contactId) : null;
    if (!found || !contact || !(await this.contacts.clientsOf(work, contact.id)).includes(found.clientId)) throw Problem.refused('not-taken', NOT_TAKEN);
    return { contact, conversationId: found.conversationId };
  }
}
