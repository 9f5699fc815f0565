import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, isNotNull, isNull, lt } from 'drizzle-orm';
import { REFUSED_KEPT_DAYS } from '@steady/core/arrivals';
import type { FileArrival, FiledArrival, ProspectFromArrival, RefuseArrival, TakeArrival } from '@steady/contract/arrivals';
import type { Versioned } from '@steady/contract/versioned';
import { Ticks } from '../../platform/background/ticks';
import { newId } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { FileStore, PrivateTexts } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import { type Work, asWhole, staffId } from '../../platform/work';
import { ClientRecords, ClientsService, ContactMerging, ContactsService } from '../clients';
import { ConversationsService } from '../conversations';
import { DocumentsService } from '../documents';
import { MemberChanged, TeamService } from '../team';
import { arrivalFiles, arrivals } from './arrivals.tables';
import { DropOffService } from './drop-off.service';

type Arrival = typeof arrivals.$inferSelect;

export const ArrivalFiled = eventKind<{ arrivalId: string }>('arrival filed', 'arrivals');
export const ArrivalRefused = eventKind<{ arrivalId: string }>('arrival refused', 'arrivals');
export const ArrivalTaken = eventKind<{ arrivalId: string }>('arrival taken', 'arrivals');

/** What the people of the firm do with what came through the drop-off page. */
@Injectable()
export class ArrivalsService implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly records: ClientRecords,
    private readonly merging: ContactMerging,
    private readonly events: Events,
    private readonly effects: Effects,
    private readonly store: FileStore,
    private readonly texts: PrivateTexts,
    private readonly page: DropOffService,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly conversations: ConversationsService,
    private readonly documents: DocumentsService,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.records.follow(arrivals, { what: 'arrivals', holds: true });
    this.merging.follow(arrivals.contactId);
    this.store.namedBy((work, address) => this.names(work, address));
    // What somebody had who works here no longer is there for all again.
    this.events.on(MemberChanged, async (work, { payload: { memberId } }) => {
      if ((await this.team.get(work, memberId)).standing === 'active') return;
      await asWhole(work, () =>
        work.tx
          .update(arrivals)
          .set({ holderId: null })
          .where(and(eq(arrivals.firmId, work.firm.id), eq(arrivals.holderId, memberId), isNull(arrivals.filedAt), isNull(arrivals.refusedAt))),
      );
    });
    this.ticks.register('refused arrivals', (work) => this.emptyRefused(work));
  }

  private async names(work: Work, address: string): Promise<boolean> {
    const found = await asWhole(work, () =>
      work.tx
        .select({ id: arrivalFiles.id })
        .from(arrivalFiles)
        .where(and(eq(arrivalFiles.firmId, work.firm.id), eq(arrivalFiles.address, address)))
        .limit(1),
    );
    return found.length > 0;
  }

  /** One that has arrived and that whoever acts may read, held until the transaction ends. @throws Problem where it is not there, or was changed since */
  private async hold(work: Work, id: string, version: number): Promise<Arrival> {
    const [found] = await work.tx
      .select()
      .from(arrivals)
      .where(and(eq(arrivals.id, id), eq(arrivals.firmId, work.firm.id), isNotNull(arrivals.arrivedAt)))
      .for('update');
    if (!found) throw Problem.notFound('arrival');
    if (found.version !== version) throw Problem.stale('arrival', id);
    return found;
  }

  private async holdOpen(work: Work, id: string, version: number): Promise<Arrival> {
    const found = await this.hold(work, id, version);
    if (found.filedAt !== null || found.refusedAt !== null) throw Problem.refused('arrival-decided', 'Somebody has filed or refused this meanwhile.');
    return found;
  }

  private async set(work: Work, { id, version }: Arrival, set: Partial<Arrival>): Promise<void> {
    await work.tx
      .update(arrivals)
      .set({ ...set, version: version + 1 })
      .where(eq(arrivals.id, id));
  }

  /** Somebody has it from now on; it leaves the day of everybody else. */
  async take(work: Work, id: string, { version, memberId }: TakeArrival): Promise<void> {
    const arrival = await this.holdOpen(work, id, version);
    const member = memberId === undefined ? null : (await this.page.members(work)).find((one) => one.id === memberId);
    if (member === undefined) throw Problem.invalid([{ field: 'memberId', message: 'Choose somebody who works here.' }]);
    await this.set(work, arrival, { holderId: member?.id ?? null });
    await this.events.record(work, ArrivalTaken, {
      what: member === null ? 'gave back what was left on the drop-off page' : `gave what was left on the drop-off page to ${member.name}`,
      payload: { arrivalId: id },
    });
  }

  /** Files it with a client: its files as documents, its words in a private conversation with whoever of the client left them. */
  async fileWith(work: Work, id: string, input: FileArrival): Promise<FiledArrival> {
    const arrival = await this.holdOpen(work, id, input.version);
    await this.clients.standing(work, input.clientId);
    const contactId = await this.person(work, arrival, input);
    return { clientId: input.clientId, conversationId: await this.put(work, arrival, input.clientId, contactId, input.folderId) };
  }

  /** The visitor becomes a prospect, and everything is filed with it. */
  async makeProspect(work: Work, id: string, { version, name, knownId }: ProspectFromArrival): Promise<FiledArrival> {
    const arrival = await this.holdOpen(work, id, version);
    const isKnown = (await this.contacts.knownBy(work, [arrival.email])).length > 0;
    const another = isKnown && knownId === undefined;
    const clientId = await this.clients.addInPassing(work, { name, email: arrival.email, knownId, another }, arrival.name);
    const [contact] = await this.contacts.of(work, clientId);
    return { clientId, conversationId: await this.put(work, arrival, clientId, contact!.id) };
  }

  /** Who of the client left it; null where nobody of them did. @throws Problem for somebody who is not of the client, or where adding people is not theirs to do */
  private async person(work: Work, { name, email }: Arrival, { clientId, contactId, addPerson }: FileArrival): Promise<string | null> {
    const mayAdd = () => {
      if (!may(work.actor, 'change clients'))
        throw Problem.invalid([{ field: 'addPerson', message: 'Your role does not add people to clients. Ask a manager.' }]);
    };
    if (contactId !== undefined) {
      const there = (await this.contacts.of(work, clientId)).some((one) => one.id === contactId);
      if (there) return contactId;
      if (!(await this.contacts.knownBy(work, [email])).some((one) => one.id === contactId))
        throw Problem.invalid([{ field: 'contactId', message: 'Choose one of the client’s people.' }]);
      mayAdd();
      await this.contacts.link(work, clientId, contactId, {});
      return contactId;
    }
    if (!addPerson) return null;
    mayAdd();
    const isKnown = (await this.contacts.knownBy(work, [email])).length > 0;
    return this.contacts.add(work, clientId, { name, email, another: isKnown });
  }

  private async put(work: Work, arrival: Arrival, clientId: string, contactId: string | null, folderId?: string): Promise<string | null> {
    const files = await work.tx
      .select()
      .from(arrivalFiles)
      .where(and(eq(arrivalFiles.arrivalId, arrival.id), isNotNull(arrivalFiles.address)))
      .orderBy(asc(arrivalFiles.at), asc(arrivalFiles.id));
    const filed: { name: string; documentId: string }[] = [];
    for (const { id, name, kind, address } of files) {
      const stored = await this.store.record(work, address!);
      const documentId = await this.documents.file(work, { ...stored, kind, name }, { clientId, jobId: null, ...(folderId === undefined ? {} : { folderId }) });
      // It is a document from now on, and lies where documents lie.
      await work.tx.update(arrivalFiles).set({ documentId, address: null }).where(eq(arrivalFiles.id, id));
      filed.push({ name, documentId });
    }
    const me = staffId(work);
    const conversationId =
      contactId === null
        ? null
        : await this.conversations.takeOver(work, {
            clientId,
            contactId,
            holderId: me,
            subject: 'Left on the drop-off page',
            at: arrival.arrivedAt!,
            text: this.texts.open(work.firm, arrival.message),
            files: filed,
          });
    await this.set(work, arrival, {
      filedAt: work.now.toString(),
      decidedBy: work.actor.name,
      holderId: arrival.holderId ?? me,
      clientId,
      contactId,
      conversationId,
    });
    const sent = files.length === 0 ? 'a message' : files.length === 1 ? 'a message with 1 file' : `a message with ${files.length} files`;
    await this.events.record(work, ArrivalFiled, { what: `filed ${sent} from the drop-off page`, clientId, payload: { arrivalId: arrival.id } });
    return conversationId;
  }

  /** It is not for the firm. It can be taken back for a time; then its words and files are destroyed. */
  async refuse(work: Work, id: string, { version, reason, tell }: RefuseArrival): Promise<void> {
    const arrival = await this.holdOpen(work, id, version);
    await this.set(work, arrival, { refusedAt: work.now.toString(), decidedBy: work.actor.name, reason, holderId: null });
    await this.events.record(work, ArrivalRefused, { what: 'refused what was left on the drop-off page', payload: { arrivalId: id } });
    if (tell === undefined) return;
    const { firm } = work;
    await this.effects.plan(work, 'letter', newId(), {
      channel: 'mail',
      toName: arrival.name,
      address: arrival.email,
      subject: `${firm.shortName}: what you sent us`,
      body: `Dear ${arrival.name},\n\n${tell}\n\n${work.actor.name}\n${firm.name}`,
    });
  }

  /** It was refused by mistake. */
  async takeBack(work: Work, id: string, { version }: Versioned): Promise<void> {
    const arrival = await this.hold(work, id, version);
    if (arrival.refusedAt === null) throw Problem.refused('not-refused', 'This was not refused.');
    if (arrival.emptiedAt !== null)
      throw Problem.refused('arrival-empty', `Its words and files were destroyed ${REFUSED_KEPT_DAYS} days after it was refused.`);
    await this.set(work, arrival, { refusedAt: null, decidedBy: null, reason: null, holderId: staffId(work) });
    await this.events.record(work, ArrivalTaken, { what: 'took back that something from the drop-off page was refused', payload: { arrivalId: id } });
  }

  /** A file that whoever acts may read, as it lies in the store. @throws Problem */
  async contentOf(work: Work, fileId: string): Promise<{ address: string; kind: string; bytes: number; name: string }> {
    const [found] = await work.tx
      .select()
      .from(arrivalFiles)
      .where(and(eq(arrivalFiles.id, fileId), eq(arrivalFiles.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('file');
    if (found.address !== null) return { ...found, address: found.address };
    if (found.documentId === null) throw Problem.notFound('file');
    const document = await this.documents.get(work, found.documentId);
    if (document.takenOutAt !== null) throw Problem.notFound('file');
    return document;
  }

  private async emptyRefused(work: Work): Promise<void> {
    const before = work.now.subtract({ hours: 24 * REFUSED_KEPT_DAYS }).toString();
    const due = await work.tx
      .select({ id: arrivals.id })
      .from(arrivals)
      .where(and(eq(arrivals.firmId, work.firm.id), lt(arrivals.refusedAt, before), isNull(arrivals.emptiedAt)));
    for (const { id } of due) await this.empty(work, id, { withWhoLeftIt: true });
  }

  /** Destroys words and files of one; also whose they were, where nothing else is known of them. */
  async empty(work: Work, id: string, { withWhoLeftIt }: { withWhoLeftIt: boolean }): Promise<void> {
    const files = await work.tx.select({ address: arrivalFiles.address }).from(arrivalFiles).where(eq(arrivalFiles.arrivalId, id));
    await work.tx.update(arrivalFiles).set({ address: null, name: 'a file' }).where(eq(arrivalFiles.arrivalId, id));
    await work.tx
      .update(arrivals)
      .set({ message: '', emptiedAt: work.now.toString(), ...(withWhoLeftIt ? { name: 'Somebody', email: '' } : {}) })
      .where(eq(arrivals.id, id));
    for (const address of new Set(files.flatMap((one) => one.address ?? []))) await this.store.giveUp(work, address);
  }
}
