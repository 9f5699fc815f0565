import { readBy } from '../../platform/identity';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, inArray } from 'drizzle-orm';
import { Temporal, civil } from '@steady/core/calendar';
import type { ContactPermission } from '@steady/contract/contacts';
import type { SendPreview } from '@steady/contract/requests';
import { type OutboxEffect, Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Letter, PostRoom } from '../../outside/post';
import { ClientRecords, ContactMerging, type Client, type Contact, ContactsService } from '../clients';
import { PortalService } from '../portal';
import { messages } from './post.tables';

export const MessageSent = eventKind<{ messageId: string }>('message sent', 'post');
export const MessageFailed = eventKind<{ messageId: string }>('message failed', 'post');
export const MessageWithdrawn = eventKind<{ messageId: string }>('message withdrawn', 'post');

/** When messages go out that are planned for a day, on the clock of the firm. */
const MORNING = Temporal.PlainTime.from('08:30');
const morningOf = (work: Work, day: string): Temporal.Instant => civil(day).toZonedDateTime({ timeZone: work.firm.zone, plainTime: MORNING }).toInstant();

/** A message before it is addressed: its words, and where its link leads in the portal. */
export interface Draft {
  subject: string;
  /** Plain paragraphs between greeting and signature. */
  paragraphs: string[];
  leadsTo: string;
  linkWords: string;
  /** Who of the client's people it is for. */
  to: ContactPermission;
  /** The one of them whom it concerns; nobody in particular for all of them. */
  contactId?: string | null;
  /** The person of the firm who signs it, where that is not whoever acts; null for the firm alone. */
  from?: string | null;
  /** It names an amount: whoever may not see fees reads "an amount" in its place. */
  aboutFees?: boolean;
}

export interface About {
  clientId: string;
  jobId: string | null;
}

interface Addressed extends Contact {
  email: string;
}

const NOBODY_WORDS: Record<ContactPermission, string> = { getsRequests: 'gets requests', signs: 'signs', pays: 'gets bills' };

const signedBy = ({ actor }: Work, { from }: Draft): string => (from ? `${from}\n` : actor.kind === 'staff' ? `${actor.name}\n` : '');

const letterText = (work: Work, draft: Draft, to: string, link: string) =>
  [`Dear ${to},`, ...draft.paragraphs, `${draft.linkWords}: ${link}`, `${signedBy(work, draft)}${work.firm.name}`].join('\n\n');

/** Writes to clients. Everything that goes out passes here and leaves through the outbox. */
@Injectable()
export class PostService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly people: ContactMerging,
    private readonly effects: Effects,
    private readonly events: Events,
    private readonly contacts: ContactsService,
    private readonly portal: PortalService,
    private readonly postRoom: PostRoom,
  ) {}

  onModuleInit(): void {
    this.records.follow(messages, { what: 'messages', holds: true });
    this.people.follow(messages.contactId);
    this.effects.register(this.delivery());
    this.effects.register({
      kind: 'letter',
      outside: (letter: Letter, key, firmId) => this.postRoom.take(firmId, key, letter),
      then: async () => undefined,
    });
  }

  private delivery(): OutboxEffect<Letter & { messageId: string }, void> {
    const mark = async (work: Work, messageId: string, status: 'sent' | 'failed') => {
      const [message] = await work.tx.update(messages).set({ status }).where(eq(messages.id, messageId)).returning();
      const { clientId, jobId, toName } = message!;
      if (status === 'sent') await this.events.record(work, MessageSent, { what: `delivered a message to ${toName}`, clientId, jobId, payload: { messageId } });
      else await this.events.record(work, MessageFailed, { what: `could not deliver a message to ${toName}`, clientId, jobId, payload: { messageId } });
    };
    return {
      kind: 'deliver message',
      outside: ({ messageId: _, ...letter }, key, firmId) => this.postRoom.take(firmId, key, letter),
      then: (work, letter) => mark(work, letter.messageId, 'sent'),
      otherwise: (work, letter) => mark(work, letter.messageId, 'failed'),
    };
  }

  /** Who would get a message to a client, and who would not and why. Paper clients are not written to by mail. With a contact, that one alone, as long as they have that say. */
  async recipients(
    work: Work,
    client: Client,
    say: ContactPermission,
    contactId: string | null = null,
  ): Promise<{ to: Addressed[]; nobody: SendPreview['nobody'] }> {
    if (client.way === 'paper') return { to: [], nobody: [{ name: client.name, why: 'works on paper: print a letter' }] };
    const all = await this.contacts.of(work, client.id, say);
    const one = all.filter((person) => person.id === contactId);
    const people = one.length > 0 ? one : all;
    if (people.length === 0) {
      const others = await this.contacts.of(work, client.id);
      return { to: [], nobody: [{ name: client.name, why: others.length === 0 ? 'has no contact' : `has nobody who ${NOBODY_WORDS[say]}` }] };
    }
    return {
      to: people.filter((contact): contact is Addressed => contact.email !== null),
      nobody: people.filter((contact) => contact.email === null).map((contact) => ({ name: contact.name, why: 'has no email address' })),
    };
  }

  /** What would go out to whom, word for word but for the link. */
  async preview(work: Work, client: Client, draft: Draft): Promise<SendPreview> {
    const { to, nobody } = await this.recipients(work, client, draft.to, draft.contactId);
    return {
      messages: to.map((contact) => ({
        to: contact.name,
        address: contact.email,
        subject: readBy(work.actor, draft.subject, draft.aboutFees ?? false),
        body: readBy(work.actor, letterText(work, draft, contact.name, '(their own link)'), draft.aboutFees ?? false),
      })),
      nobody,
    };
  }

  /** Has a message go out now that waits for its day, or could not be delivered: under the same key, so that it is taken once. */
  async again(work: Work, messageId: string): Promise<void> {
    const [message] = await work.tx
      .update(messages)
      .set({ status: 'waiting' })
      .where(and(eq(messages.id, messageId), eq(messages.firmId, work.firm.id), inArray(messages.status, ['failed', 'waiting'])))
      .returning({ id: messages.id });
    if (!message) throw Problem.refused('not-waiting', 'This message is not waiting to go out.');
    await this.effects.again(work, 'deliver message', messageId);
  }

  /** Takes back a message that has not gone out. */
  async withdraw(work: Work, messageId: string): Promise<void> {
    const [message] = await work.tx
      .update(messages)
      .set({ status: 'withdrawn' })
      .where(and(eq(messages.id, messageId), eq(messages.firmId, work.firm.id), inArray(messages.status, ['failed', 'waiting'])))
      .returning();
    if (!message || !(await this.effects.cancel(work, 'deliver message', messageId)))
      throw Problem.refused('not-waiting', 'This message has gone out, or is on its way.');
    const { clientId, jobId, toName, subject } = message;
    await this.events.record(work, MessageWithdrawn, { what: `cancelled a message to ${toName}: ${subject}`, clientId, jobId, payload: { messageId } });
  }

  /** Sends to everybody at the client who has an address, at once or in the morning of a day. @returns how many were written to. */
  async send(work: Work, client: Client, draft: Draft, about: About, on?: string): Promise<number> {
    const { to } = await this.recipients(work, client, draft.to, draft.contactId);
    const goesOut = on === undefined || on <= work.today.toString() ? work.now : morningOf(work, on);
    for (const contact of to) {
      const link = await this.portal.link(work, contact.id, draft.leadsTo, goesOut);
      const letter: Letter = {
        channel: 'mail',
        toName: contact.name,
        address: contact.email,
        subject: draft.subject,
        body: letterText(work, draft, contact.name, link),
      };
      const { toName, address, subject, body } = letter;
      const [message] = await work.tx
        .insert(messages)
        .values({
          firmId: work.firm.id,
          at: work.now.toString(),
          contactId: contact.id,
          toName,
          address,
          subject,
          body,
          status: 'waiting',
          aboutFees: draft.aboutFees ?? false,
          ...about,
          by: work.actor.name,
        })
        .returning({ id: messages.id });
      await this.effects.plan(work, 'deliver message', message!.id, { ...letter, messageId: message!.id }, goesOut);
    }
    return to.length;
  }
}
