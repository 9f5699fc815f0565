import { Injectable } from '@nestjs/common';
import type { Work } from '../../platform/work';
import { type Client, ClientsService, type Contact, ContactsService } from '../clients';
import { type Addressed, PostService } from '../post';
import { type Conversation, ConversationBook } from './conversation-book.service';

/** Why somebody of a client gets no message about a conversation; null where they do. */
export function whyUntold({ way }: Pick<Client, 'way'>, { email }: Pick<Contact, 'email'>): string | null {
  if (email === null) return 'has no email address';
  return way === 'paper' ? 'works on paper' : null;
}

/** Tells a client's people of what the firm writes to them. */
@Injectable()
export class ConversationLetters {
  constructor(
    private readonly book: ConversationBook,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly post: PostService,
  ) {}

  /**
   * Writes to those of the client who are named, with the words themselves; what is private is read in the portal alone.
   *
   * @param isAnswer they wait for it: it goes at once
   */
  async tell(work: Work, conversation: Conversation, text: string, isAnswer: boolean): Promise<void> {
    const client = await this.clients.get(work, conversation.clientId);
    const there = new Map((await this.contacts.of(work, client.id)).map((contact) => [contact.id, contact]));
    const named = (await this.book.named(work, conversation.id)).filter(({ contactId }) => contactId !== null);
    const keys = new Map(named.map(({ contactId, replyKey }) => [contactId!, replyKey]));
    const to = named.flatMap(({ contactId }) => {
      const contact = there.get(contactId!);
      return contact && whyUntold(client, contact) === null ? [contact as Addressed] : [];
    });
    const { firm, actor } = work;
    const subject = this.book.read(work, conversation, conversation.subject);
    const answers = (contactId: string) => this.post.answersTo(keys.get(contactId)!);
    const byMail = to.length > 0 && answers(to[0]!.id) !== null;
    const draft = conversation.isPrivate
      ? {
          subject: `${firm.shortName}: a private message`,
          paragraphs: [`${actor.name} has written to you. It is private: you read it, and answer it, on your own page.`],
          linkWords: 'Read it',
        }
      : {
          subject: `${firm.shortName}: ${subject}`,
          paragraphs: [text, byMail ? 'You can answer this mail, or write on your own page.' : 'You can answer on your own page.'],
          linkWords: 'Go to the conversation',
          replyTo: answers,
        };
    await this.post.sendTo(
      work,
      to,
      { ...draft, leadsTo: `/portal/messages/${conversation.id}`, matter: `conversation ${conversation.id}` },
      { clientId: client.id, jobId: conversation.jobId },
      { now: isAnswer },
    );
  }
}
