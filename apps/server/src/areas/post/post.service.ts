import { readBy } from '../../platform/identity';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, inArray } from 'drizzle-orm';
import { Temporal, civil } from '@steady/core/calendar';
import { replyAddress } from '@steady/core/conversations';
import { momentOnClock } from '@steady/core/pacing';
import type { ContactPermission } from '@steady/contract/contacts';
import type { SendPreview } from '@steady/contract/requests';
import { type OutboxEffect, Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Letter, PostRoom } from '../../outside/post';
import { ClientRecords, ContactMerging, type Client, type Contact, ContactsService } from '../clients';
import { PortalService } from '../portal';
import type { Going } from './letters';
import { DELIVER } from './message-sql';
import { type Foreseen, PacingService } from './pacing.service';
import { messages } from './post.tables';

export const MessageSent = eventKind<{ messageId: string }>('message sent', 'post');
export const MessageFailed = eventKind<{ messageId: string }>('message failed', 'post');
export const MessageWithdrawn = eventKind<{ messageId: string }>('message withdrawn', 'post');

/** When messages go out that are planned for a day, on the clock of the firm. */
const MORNING = Temporal.PlainTime.from('08:30');
const morningOf = (work: Work, day: string): Temporal.Instant => civil(day).toZonedDateTime({ timeZone: work.firm.zone, plainTime: MORNING }).toInstant();

const wantedAt = (work: Work, { on }: When): Temporal.Instant => (on === undefined || on <= work.today.toString() ? work.now : morningOf(work, on));

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
  /** What it is about, where that is not its job: those of one matter go out in the order in which they were written. */
  matter?: string;
  /** Where an answer by mail goes, by the id of its reader. */
  replyTo?: (contactId: string) => string | null;
}

/** When a message goes out: in the morning of a day, or at once whatever the hour; as soon as the plan allows where nothing is said. */
export interface When {
  on?: string;
  now?: boolean;
}

export interface About {
  clientId: string;
  jobId: string | null;
}

export interface Addressed extends Contact {
  email: string;
}

const NOBODY_WORDS: Record<ContactPermission, string> = { getsRequests: 'gets requests', signs: 'signs', pays: 'gets bills' };

const signedBy = ({ actor }: Work, { from }: Pick<Draft, 'from'>): string => from ?? (actor.kind === 'staff' ? actor.name : '');

function letterText(work: Work, draft: Omit<Draft, 'to'>, to: string, link: string): string {
  const signature = [signedBy(work, draft), work.firm.name].filter(Boolean).join('\n');
  return [`Dear ${to},`, ...draft.paragraphs, `${draft.linkWords}: ${link}`, signature].join('\n\n');
}

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
    private readonly pacing: PacingService,
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

  private delivery(): OutboxEffect<Going, void> {
    return {
      kind: DELIVER,
      waitsUntil: (work, { isNow }) => {
        const { from } = this.pacing.hoursOf(work).at(work.now.epochMilliseconds);
        return isNow || from <= work.now.epochMilliseconds ? null : Temporal.Instant.fromEpochMilliseconds(from);
      },
      outside: ({ messageIds: _, isNow: __, ...letter }, key, firmId) => this.postRoom.take(firmId, key, letter),
      then: async (work, { messageIds }) => {
        const sent = await work.tx.update(messages).set({ status: 'sent', sentAt: work.now.toString() }).where(inArray(messages.id, messageIds)).returning();
        for (const { id: messageId, clientId, jobId, toName } of sent)
          await this.events.record(work, MessageSent, { what: `delivered a message to ${toName}`, clientId, jobId, payload: { messageId } });
      },
      otherwise: async (work, { messageIds }) => {
        // Each is tried again by itself.
        const failed = await work.tx.update(messages).set({ status: 'failed', goesWith: null }).where(inArray(messages.id, messageIds)).returning();
        for (const { id: messageId, clientId, jobId, toName } of failed)
          await this.events.record(work, MessageFailed, { what: `could not deliver a message to ${toName}`, clientId, jobId, payload: { messageId } });
      },
    };
  }

  /** The last day on which all are away who would get a message to a client; null where somebody is there, or nobody gets any. */
  async awayUntil(work: Work, client: Client, say: ContactPermission, contactId: string | null = null): Promise<string | null> {
    const { to } = await this.recipients(work, client, say, contactId);
    const away = to.flatMap(({ awayUntil }) => (awayUntil !== null && awayUntil >= work.today.toString() ? [awayUntil] : []));
    return to.length > 0 && away.length === to.length ? away.sort()[0]! : null;
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
      to: people.flatMap(({ email, ...contact }) => (email === null ? [] : [{ ...contact, email }])),
      nobody: people.filter((contact) => contact.email === null).map((contact) => ({ name: contact.name, why: 'has no email address' })),
    };
  }

  /** What would go out to whom, word for word but for the link. */
  async preview(work: Work, client: Client, draft: Draft, when: When = {}): Promise<SendPreview> {
    const { to, nobody } = await this.recipients(work, client, draft.to, draft.contactId);
    const previewed: SendPreview['messages'] = [];
    for (const contact of to)
      previewed.push({
        contactId: contact.id,
        to: contact.name,
        address: contact.email,
        subject: readBy(work.actor, draft.subject, draft.aboutFees ?? false),
        body: readBy(work.actor, letterText(work, draft, contact.name, '(their own link)'), draft.aboutFees ?? false),
        goesOut: await this.pacing.foresee(work, contact.id, { wantedAt: wantedAt(work, when), isNow: when.now }),
      });
    return { messages: previewed, nobody };
  }

  /** When messages to several would go out, written together, and a day with room for all where one would meet its reader’s limit. */
  foresee(work: Work, contactIds: readonly string[], when: When): Promise<Foreseen> {
    return this.pacing.foreseeAll(work, contactIds, { wantedAt: wantedAt(work, when), isNow: when.now ?? false });
  }

  /** Of people who are written to now: a sentence for each who would get it later, with why. */
  async later(work: Work, to: readonly Addressed[]): Promise<string[]> {
    const sentences: string[] = [];
    for (const { id, name } of to) {
      const { at, why } = await this.pacing.foresee(work, id, {});
      if (why !== null) sentences.push(`${name} gets it on ${momentOnClock(Date.parse(at), work.firm.zone)}: ${why}.`);
    }
    return sentences;
  }

  /** Has a message go out now that waits for its day, or could not be delivered: under the same key, so that it is taken once. */
  async again(work: Work, messageId: string): Promise<void> {
    const [message] = await work.tx
      .update(messages)
      .set({ status: 'waiting', isNow: true, wantedAt: work.now.toString() })
      .where(and(eq(messages.id, messageId), eq(messages.firmId, work.firm.id), inArray(messages.status, ['failed', 'waiting'])))
      .returning();
    if (!message) throw Problem.refused('not-waiting', 'This message is not waiting to go out.');
    // What could not be delivered gets its tries again; what is on its way is left alone.
    await this.effects.again(work, DELIVER, message.goesWith ?? messageId);
    await this.pacing.plan(work, message.contactId);
  }

  /** Takes back a message that has not gone out. */
  async withdraw(work: Work, messageId: string): Promise<void> {
    const [message] = await work.tx
      .select()
      .from(messages)
      .where(and(eq(messages.id, messageId), eq(messages.firmId, work.firm.id), inArray(messages.status, ['failed', 'waiting'])))
      .for('update');
    if (!message || !(await this.takeOut(work, message))) throw Problem.refused('not-waiting', 'This message has gone out, or is on its way.');
    const { clientId, jobId, toName, subject } = message;
    await this.events.record(work, MessageWithdrawn, { what: `cancelled a message to ${toName}: ${subject}`, clientId, jobId, payload: { messageId } });
  }

  /** What was to go out about a matter does not any more: what it wants is there already, or not wanted. What is on its way goes. */
  async drop(work: Work, matter: string, contactId: string | null = null): Promise<void> {
    for (const { id, contactId: to } of await this.waiting(work, matter, 'waiting')) {
      if (contactId !== null && to !== contactId) continue;
      // Read anew each time: what the last one went with may be planned otherwise without it.
      const [message] = await work.tx.select().from(messages).where(eq(messages.id, id));
      if (await this.takeOut(work, message!)) await work.tx.update(messages).set({ dropped: true }).where(eq(messages.id, id));
    }
  }

  /** The matter is open again: what was not sent for that reason goes out. */
  async takeUp(work: Work, matter: string): Promise<void> {
    const dropped = (await this.waiting(work, matter, 'withdrawn')).filter((message) => message.dropped);
    for (const { id } of dropped) await work.tx.update(messages).set({ status: 'waiting', dropped: false }).where(eq(messages.id, id));
    for (const contactId of new Set(dropped.map((message) => message.contactId))) await this.pacing.plan(work, contactId);
  }

  private waiting(work: Work, matter: string, status: 'waiting' | 'withdrawn') {
    return work.tx
      .select()
      .from(messages)
      .where(and(eq(messages.firmId, work.firm.id), eq(messages.matter, matter), eq(messages.status, status)))
      .orderBy(messages.id)
      .for('update');
  }

  /** Takes a message that was withdrawn out of what goes out; those that were to go with it go without it. @returns false where it is on its way */
  private async takeOut(work: Work, { id, status, goesWith, contactId }: typeof messages.$inferSelect): Promise<boolean> {
    // What could not be delivered as a part of another waits nowhere.
    if (!(await this.effects.cancel(work, DELIVER, goesWith ?? id)) && status === 'waiting') return false;
    await work.tx.update(messages).set({ status: 'withdrawn', goesWith: null }).where(eq(messages.id, id));
    await work.tx
      .update(messages)
      .set({ goesWith: null })
      .where(and(eq(messages.contactId, contactId), eq(messages.status, 'waiting'), eq(messages.goesWith, id)));
    await this.pacing.plan(work, contactId);
    return true;
  }

  /** Sends to everybody at the client who has an address, as the plan of what goes out allows. @returns how many were written to. */
  async send(work: Work, client: Client, draft: Draft, about: About, when: When = {}): Promise<number> {
    const { to } = await this.recipients(work, client, draft.to, draft.contactId);
    return this.sendTo(work, to, draft, about, when);
  }

  /** An address to which an answer by mail goes; null where nobody fetches mails. @param key of the reader, letters and digits */
  answersTo(key: string): string | null {
    return this.postRoom.answersAt === null ? null : replyAddress(key, this.postRoom.answersAt);
  }

  /** Sends to these people, whatever their say at the client. @returns how many were written to */
  async sendTo(work: Work, to: readonly Addressed[], draft: Omit<Draft, 'to' | 'contactId'>, about: About, when: When = {}): Promise<number> {
    const wanted = wantedAt(work, when);
    for (const contact of to) {
      const link = await this.portal.link(work, contact.id, draft.leadsTo, wanted);
      await work.tx.insert(messages).values({
        firmId: work.firm.id,
        at: work.now.toString(),
        contactId: contact.id,
        toName: contact.name,
        address: contact.email,
        subject: draft.subject,
        body: letterText(work, draft, contact.name, link),
        paragraphs: draft.paragraphs.join('\n\n'),
        signature: signedBy(work, draft),
        status: 'waiting',
        aboutFees: draft.aboutFees ?? false,
        matter: draft.matter ?? (about.jobId === null ? null : `job ${about.jobId}`),
        wantedAt: wanted.toString(),
        isNow: when.now ?? false,
        replyTo: draft.replyTo?.(contact.id) ?? null,
        ...about,
        by: work.actor.name,
      });
      await this.pacing.plan(work, contact.id);
    }
    return to.length;
  }
}
