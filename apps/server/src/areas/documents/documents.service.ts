import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Events, eventKind } from '../../platform/events';
import { FileStore, type StoredFile } from '../../platform/files';
import { SETTINGS, type Settings } from '../../platform/settings';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientRecords } from '../clients';
import { documents } from './documents.tables';

export type Document = typeof documents.$inferSelect;

/** Whose document it is, of which job, and what it is: "Bank statement, March". */
export interface DocumentOf {
  clientId: string;
  jobId: string | null;
  what?: string;
  aboutFees?: boolean;
}

export const DocumentFiled = eventKind<{ documentId: string }>('document filed', 'documents');

/** What is known of the files of clients; the files themselves lie in the file store. */
@Injectable()
export class DocumentsService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly events: Events,
    private readonly store: FileStore,
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
      .where(and(place, eq(documents.address, address), eq(documents.name, name), eq(documents.by, work.actor.name)))
      .limit(1);
    if (there) return there.id;
    const [document] = await work.tx
      .insert(documents)
      .values({
        firmId: work.firm.id,
        ...of,
        name,
        address,
        bytes,
        kind,
        at: work.now.toString(),
        by: work.actor.name,
        fromOutside: work.actor.kind === 'client',
      })
      .returning({ id: documents.id });
    await this.events.record(work, DocumentFiled, {
      ...of,
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
      .select({
        ofClient: sql<number>`coalesce(sum(bytes) filter (where client_id = ${clientId}), 0)::float8`,
        ofAll: sql<number>`coalesce(sum(bytes), 0)::float8`,
      })
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), documents.fromOutside));
    const { ofClient, ofAll } = kept!;
    if (ofClient < this.settings.clientQuota && ofAll < this.settings.firmQuota) return;
    throw Problem.of(
      413,
      'no-room-kept',
      'Not kept',
      `There is no room for more files sent here${ofClient < this.settings.clientQuota ? '' : ` for this client (${(ofClient / 1e9).toFixed(1)} GB are here)`}. Ask ${work.firm.name} how to hand this one in.`,
    );
  }

  /** A document as it is recorded, without its bytes. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, documentId: string): Promise<Document> {
    const [document] = await work.tx
      .select()
      .from(documents)
      .where(and(eq(documents.id, documentId), eq(documents.firmId, work.firm.id)));
    if (!document) throw Problem.notFound('document');
    return document;
  }
}
