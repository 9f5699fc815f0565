import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { readersInWords } from '@steady/core/conversations';
import type {
  ConversationChoice,
  ConversationFile,
  ConversationLine,
  ConversationView,
  ConversationsAsked,
  PortalConversation,
  PortalConversationView,
  WordsSaid,
} from '@steady/contract/conversations';
import { FULL_PAGE } from '@steady/contract/paging';
import type { First } from '@steady/contract/today';
import { rows } from '../../platform/database';
import { type Work, staffId } from '../../platform/work';
import { ClientsService, ContactQueries, ContactsService, clientName, contactName } from '../clients';
import { DocumentsService } from '../documents';
import { JobsService } from '../jobs';
import { TeamService, shortNameOf } from '../team';
import { type Counted, SHOWN, type TodayAsked, first } from '../today';
import { type Conversation, ConversationBook } from './conversation-book.service';
import { whyUntold } from './conversation-letters';

type Found = Omit<ConversationLine, 'job' | 'holderAwayUntil'>;

/** A conversation `c` as it stands in lists, for a person of the firm. */
const lineFor = (
  me: string | null,
) => sql`c.id, c.client_id as "clientId", ${clientName(sql`c.client_id`)} as client, c.job_id as "jobId", c.subject, c.is_private as "isPrivate",
  (select coalesce(jsonb_agg(${contactName(sql`p.contact_id`)} order by p.since, p.id), '[]') from conversation_people p where p.conversation_id = c.id and p.contact_id is not null and p.left_at is null) as contacts,
  c.holder_id as "holderId", ${shortNameOf('c.holder_id')} as holder, c.last_at as "lastAt", c.last_by as "lastBy", c.waiting_since as "waitingSince", c.closed_at as "closedAt",
  coalesce((select c.last_at > coalesce(p.read_until, '-infinity') from conversation_people p where p.conversation_id = c.id and p.member_id = ${me} and p.left_at is null limit 1), false) as "isNew"`;

const OF_VIEW: Record<NonNullable<ConversationsAsked['view']>, SQL> = {
  unanswered: sql`c.waiting_since is not null`,
  open: sql`c.closed_at is null`,
  over: sql`c.closed_at is not null`,
};

/** Conversations as they are read. */
@Injectable()
export class ConversationQueries {
  constructor(
    private readonly book: ConversationBook,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly people: ContactQueries,
    private readonly documents: DocumentsService,
    private readonly jobs: JobsService,
    private readonly team: TeamService,
  ) {}

  /** Those that go on, or of one kind, of one client or job; the one in which something was last said first, of the unanswered the one that waits longest. */
  async list(work: Work, { view, client, job, before }: ConversationsAsked): Promise<ConversationLine[]> {
    const of = [
      view ? OF_VIEW[view] : sql`true`,
      client ? sql`c.client_id = ${client}` : sql`true`,
      job ? sql`c.job_id = ${job}` : sql`true`,
      before ? sql`(c.last_at, c.id) < (select b.last_at, b.id from conversations b where b.id = ${before})` : sql`true`,
    ];
    const found = await rows<Found>(
      work.tx,
      sql`select ${lineFor(staffId(work))} from conversations c where c.firm_id = ${work.firm.id} and ${sql.join(of, sql` and `)} order by c.last_at desc, c.id desc limit ${FULL_PAGE}`,
    );
    return this.asLines(work, found);
  }

  private async asLines(work: Work, found: Found[]): Promise<ConversationLine[]> {
    const jobs = await this.jobs.namesOf(
      work,
      found.flatMap(({ jobId }) => jobId ?? []),
    );
    const away = await this.away(work);
    return found.map((one) => ({
      ...one,
      subject: this.book.read(work, one, one.subject),
      job: (one.jobId && jobs.get(one.jobId)) ?? null,
      holderAwayUntil: away.get(one.holderId) ?? null,
    }));
  }

  /** Until when those of the firm are away who are today. */
  private async away(work: Work): Promise<Map<string, string>> {
    const found = new Map<string, string>();
    for (const { personId, leave } of await this.team.patterns(work)) {
      let day = work.today;
      if (!leave.has(day.toString())) continue;
      while (leave.has(day.add({ days: 1 }).toString())) day = day.add({ days: 1 });
      found.set(personId, day.toString());
    }
    return found;
  }

  /** In which a client waits for an answer: for the person's own day those they answer, and those in which they are named while whoever answers is away. */
  async unanswered(work: Work, { mine, me }: TodayAsked): Promise<First<ConversationLine>> {
    const [there, absent] = [await this.team.working(work), await this.away(work)];
    // Whoever has left is not there either.
    const away = [...(await this.team.names(work)).keys()].filter((id) => !there.has(id) || absent.has(id));
    const own = mine
      ? sql`and (c.holder_id = ${me} or (c.holder_id in (select jsonb_array_elements_text(${JSON.stringify(away)}::jsonb)::uuid)
              and exists (select from conversation_people p where p.conversation_id = c.id and p.member_id = ${me} and p.left_at is null)))`
      : sql``;
    const found = await rows<Counted<Found>>(
      work.tx,
      sql`select ${lineFor(me)}, count(*) over ()::int as "inAll" from conversations c where c.firm_id = ${work.firm.id} and c.waiting_since is not null ${own} order by c.waiting_since, c.id limit ${SHOWN}`,
    );
    const { rows: shown, count } = first(found);
    return { rows: await this.asLines(work, shown), count };
  }

  async view(work: Work, id: string): Promise<ConversationView> {
    const [found] = await rows<Found & Pick<Conversation, 'version' | 'openedAt' | 'openedBy' | 'askId' | 'documentId' | 'about'>>(
      work.tx,
      sql`select ${lineFor(staffId(work))}, c.version, c.opened_at as "openedAt", c.opened_by as "openedBy", c.ask_id as "askId", c.document_id as "documentId", c.about
          from conversations c where c.firm_id = ${work.firm.id} and c.id = ${id}`,
    );
    if (!found) throw this.book.notThere();
    const [line] = await this.asLines(work, [found]);
    const named = await this.book.named(work, id);
    const client = await this.clients.get(work, found.clientId);
    const there = new Map((await this.contacts.of(work, client.id)).map((contact) => [contact.id, contact]));
    const names = await this.team.names(work);
    const people: ConversationView['people'] = { contacts: [], members: [] };
    for (const { contactId, memberId, readUntil } of named) {
      const contact = contactId === null ? undefined : there.get(contactId);
      if (contact) people.contacts.push({ id: contact.id, name: contact.name, readUntil, untold: whyUntold(client, contact) });
      if (memberId !== null) people.members.push({ id: memberId, name: names.get(memberId) ?? '' });
    }
    return { ...found, ...line!, people, readBy: await this.readBy(work, found, people), words: await this.words(work, found) };
  }

  private async readBy(
    work: Work,
    { clientId, isPrivate }: Pick<Conversation, 'clientId' | 'isPrivate'>,
    { contacts, members }: { contacts: { name: string }[]; members: { id: string; name: string }[] },
  ): Promise<string> {
    const others = isPrivate ? await this.privateReaders(work, clientId, new Set(members.map(({ id }) => id))) : [];
    return readersInWords({
      contacts: contacts.map(({ name }) => name),
      members: members.map(({ name }) => name),
      firm: work.firm.shortName,
      isPrivate,
      others,
    });
  }

  /** Who of the firm may read what is private with a client, besides those named. */
  private async privateReaders(work: Work, clientId: string, named: ReadonlySet<string>): Promise<string[]> {
    const found: string[] = [];
    for (const { id, name, standing, rights } of await this.team.list(work))
      if (standing === 'active' && !named.has(id) && rights.includes('read private conversations') && (await this.team.sees(work, id, clientId)))
        found.push(name);
    return found;
  }

  /** What was said, the first first. */
  private async words(work: Work, conversation: Pick<Conversation, 'id' | 'isPrivate'>): Promise<WordsSaid[]> {
    const found = await rows<Omit<WordsSaid, 'file'> & { documentId: string | null; fileName: string | null; fileBytes: number | null }>(
      work.tx,
      sql`select w.id, w.at, w.side, w.by, w.words as text, w.is_mail as "isMail", w.from_address as "fromAddress", w.document_id as "documentId", w.file_name as "fileName",
            w.file_bytes as "fileBytes", w.destroyed_at is not null as "isGone"
          from conversation_words w where w.conversation_id = ${conversation.id} order by w.at, w.id`,
    );
    const said: WordsSaid[] = [];
    for (const { documentId, fileName, fileBytes, ...one } of found)
      said.push({ ...one, text: this.book.read(work, conversation, one.text), file: await this.file(work, { documentId, fileName, fileBytes }) });
    return said;
  }

  private async file(
    work: Work,
    { documentId, fileName, fileBytes }: { documentId: string | null; fileName: string | null; fileBytes: number | null },
  ): Promise<ConversationFile | null> {
    if (fileName !== null) return { name: fileName, bytes: fileBytes!, documentId };
    if (documentId === null) return null;
    const { name, bytes } = await this.documents.get(work, documentId);
    return { name, bytes, documentId };
  }

  /** Who can be named in a conversation with a client; those are proposed who work for it. */
  async choice(work: Work, clientId: string): Promise<ConversationChoice> {
    const client = await this.clients.get(work, clientId);
    const usual = new Set([client.partnerId, client.managerId, client.preparerId, staffId(work)]);
    const members: ConversationChoice['members'] = [];
    for (const { id, name, standing } of await this.team.list(work))
      if (standing === 'active' && (await this.team.sees(work, id, clientId))) members.push({ id, name, isUsual: usual.has(id) });
    return {
      contacts: (await this.people.of(work, clientId)).map((one) => ({ id: one.id, name: one.name, role: one.role, untold: whyUntold(client, one) })),
      members,
      privateReaders: await this.privateReaders(work, clientId, new Set()),
    };
  }

  private portalLines(work: Work, which: SQL) {
    return rows<PortalConversation & Pick<Conversation, 'isPrivate'>>(
      work.tx,
      sql`select c.id, c.client_id as "clientId", ${clientName(sql`c.client_id`)} as client, c.subject, c.is_private as "isPrivate", c.about, c.last_at as "lastAt", c.last_by as "lastBy",
            c.last_at > coalesce(p.read_until, '-infinity') as "isNew", c.closed_at is not null as "isOver"
          from conversations c join conversation_people p on p.conversation_id = c.id and p.contact_id = ${work.actor.id} and p.left_at is null
          where c.firm_id = ${work.firm.id} and ${which} order by c.last_at desc, c.id desc limit ${FULL_PAGE}`,
    );
  }

  /** Those in which whoever is in the portal is named, of clients for whom they act. */
  async inPortal(work: Work): Promise<PortalConversation[]> {
    const theirs = new Set(await this.contacts.clientsOf(work, work.actor.id!));
    const found = (await this.portalLines(work, sql`true`)).filter(({ clientId }) => theirs.has(clientId));
    return found.map(({ isPrivate, ...one }) => ({ ...one, subject: this.book.read(work, { isPrivate }, one.subject) }));
  }

  async oneInPortal(work: Work, id: string): Promise<PortalConversationView> {
    await this.book.ofReader(work, id);
    const [found] = await this.portalLines(work, sql`c.id = ${id}`);
    const { isPrivate, ...line } = found!;
    const named = await this.book.named(work, id);
    const names = await this.team.names(work);
    const members = named.flatMap(({ memberId }) => (memberId === null ? [] : [{ id: memberId, name: names.get(memberId) ?? '' }]));
    const there = new Map((await this.contacts.of(work, line.clientId)).map(({ id: contactId, name }) => [contactId, name]));
    const contacts = named.flatMap(({ contactId }) => (contactId !== null && there.has(contactId) ? [{ name: there.get(contactId)! }] : []));
    const words = await this.words(work, { id, isPrivate });
    return {
      ...line,
      subject: this.book.read(work, { isPrivate }, line.subject),
      with: members.map(({ name }) => name),
      readBy: await this.readBy(work, { clientId: line.clientId, isPrivate }, { contacts, members }),
      // From which address somebody wrote is for the firm to look at.
      words: words.map((one) => ({ ...one, fromAddress: null, file: one.file && { ...one.file, documentId: null } })),
    };
  }
}
