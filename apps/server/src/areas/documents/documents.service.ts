import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { type Origin, titleOf } from '@steady/core/documents';
import type { DocumentAdded } from '@steady/contract/documents';
import { Events, eventKind } from '../../platform/events';
import { FileStore, type StoredFile } from '../../platform/files';
import { SETTINGS, type Settings } from '../../platform/settings';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientRecords } from '../clients';
import { JobsService } from '../jobs';
import { documents } from './documents.tables';
import { FoldersService } from './folders.service';
import { isToLookThrough } from './inside-of';

export type Document = typeof documents.$inferSelect;

/** Whose document it is, of which job, and what it is: "Bank statement, March". */
export interface DocumentOf {
  clientId: string;
  jobId: string | null;
  what?: string;
  aboutFees?: boolean;
  /** A folder of the client, or one of the firm's; left out: the one that takes it. */
  folderId?: string;
}

export const DocumentFiled = eventKind<{ documentId: string }>('document filed', 'documents');

/** Documents that are there: neither taken out nor destroyed. */
export const THERE = isNull(documents.takenOutAt);

/** Where a document comes from. */
const originOf = (work: Work, { aboutFees }: DocumentOf): Origin => (aboutFees ? 'bill' : work.actor.kind === 'client' ? 'from the client' : 'from us');

/** What is known of the files of clients; the files themselves lie in the file store. */
@Injectable()
export class DocumentsService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly events: Events,
    private readonly store: FileStore,
    private readonly jobs: JobsService,
    private readonly folders: FoldersService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  onModuleInit(): void {
    this.records.follow(documents, { what: 'documents', holds: true });
  }

  /**
   * Records a stored file as a document of a client. The same file of a job or client, sent again by the same person under the same
   * name, is the document that is there: its answer was lost, or it was chosen twice.
   */
  async file(work: Work, file: StoredFile & { name: string }, of: DocumentOf): Promise<string> {
    const { name, address, bytes, kind } = file;
    await this.store.claim(work, file);
    const place = of.jobId === null ? and(isNull(documents.jobId), eq(documents.clientId, of.clientId)) : eq(documents.jobId, of.jobId);
    const [there] = await work.tx
      .select({ id: documents.id })
      .from(documents)
      .where(and(place, THERE, eq(documents.address, address), eq(documents.name, name), eq(documents.by, work.actor.name)))
      .limit(1);
    if (there) return there.id;
    const { folderId: wanted, ...record } = of;
    const job = of.jobId === null ? null : await this.jobs.get(work, of.jobId);
    const folderId =
      wanted === undefined
        ? await this.folders.takes(work, { clientId: of.clientId, origin: originOf(work, of), serviceId: job?.serviceId ?? null })
        : await this.folders.into(work, of.clientId, wanted);
    const fromOutside = work.actor.kind === 'client';
    const now = work.now.toString();
    const [document] = await work.tx
      .insert(documents)
      .values({
        firmId: work.firm.id,
        ...record,
        folderId,
        year: Number((job?.periodEnd ?? work.today.toString()).slice(0, 4)),
        name,
        address,
        bytes,
        kind,
        at: now,
        by: work.actor.name,
        byContact: work.actor.kind === 'client' ? work.actor.id : null,
        fromOutside,
        isLookedThrough: !isToLookThrough({ ...file, aboutFees: of.aboutFees ?? false }),
        // What the firm adds itself was looked at.
        ...(fromOutside ? {} : { lookedAt: now, lookedBy: work.actor.name }),
      })
      .returning({ id: documents.id });
    await this.events.record(work, DocumentFiled, {
      ...record,
      what: `filed the document ${name}${of.what === undefined ? '' : `, ${of.what}`}`,
      after: { name, bytes, kind },
      payload: { documentId: document!.id },
    });
    return document!.id;
  }

  /**
   * Whether the people of a client may send more: what comes in from outside is kept within bounds, for each client and in all.
   * @throws Problem
   */
  async mayTakeIn(work: Work, clientId: string): Promise<void> {
    const [kept] = await work.tx
      .select({ ofClient: sql<number>`coalesce(sum(bytes), 0)::float8` })
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), eq(documents.clientId, clientId), documents.fromOutside));
    const { ofClient } = kept!;
    if (ofClient < this.settings.clientQuota && !(await this.store.isFullFromOutside(work))) return;
    throw Problem.of(
      413,
      'no-room-kept',
      'Not kept',
      `There is no room for more files sent here${ofClient < this.settings.clientQuota ? '' : ` for this client (${(ofClient / 1e9).toFixed(1)} GB are here)`}. Ask ${work.firm.name} how to hand this one in.`,
    );
  }

  /** Somebody of the firm looked at these elsewhere: what they were sent for was accepted or sent back. */
  async lookedAt(work: Work, ids: string[]): Promise<void> {
    if (ids.length === 0) return;
    await work.tx
      .update(documents)
      .set({ lookedAt: work.now.toString(), lookedBy: work.actor.name })
      .where(and(eq(documents.firmId, work.firm.id), inArray(documents.id, ids), isNull(documents.lookedAt)));
  }

  /** Other documents of the same client with the same content, the newest first. */
  async sameAs(work: Work, documentId: string, most = 5): Promise<{ id: string; title: string; at: string }[]> {
    const { clientId, address } = await this.get(work, documentId);
    const same = await work.tx
      .select({ id: documents.id, name: documents.name, what: documents.what, at: documents.at })
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), eq(documents.clientId, clientId), eq(documents.address, address), ne(documents.id, documentId), THERE))
      .orderBy(desc(documents.at), desc(documents.id))
      .limit(most);
    return same.map(({ id, at, ...named }) => ({ id, title: titleOf(named), at }));
  }

  /** A document that was just filed or replaced, with another that is the same, to be pointed out. */
  async added(work: Work, id: string): Promise<DocumentAdded> {
    return { id, sameAs: (await this.sameAs(work, id, 1))[0] ?? null };
  }

  /** A document as it is recorded, without its bytes. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, documentId: string): Promise<Document> {
    const [document] = await work.tx
      .select()
      .from(documents)
      .where(and(eq(documents.id, documentId), eq(documents.firmId, work.firm.id)));
    if (!document) throw Problem.notFound('document');
    if (document.removedAt !== null) throw Problem.of(410, 'document-destroyed', 'Not there', 'This document was taken out and its content destroyed.');
    return document;
  }
}
