import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { Events, eventKind } from '../../platform/events';
import type { StoredFile } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsMerged, moveToClient } from '../clients';
import { documents } from './documents.tables';

export type Document = typeof documents.$inferSelect;

export const DocumentFiled = eventKind<{ documentId: string }>('document filed');

/** What is known of the files of clients; the files themselves lie in the file store. */
@Injectable()
export class DocumentsService implements OnModuleInit {
  constructor(private readonly events: Events) {}

  onModuleInit(): void {
    this.events.on(ClientsMerged, (work, { payload }) => moveToClient(work, payload, documents));
  }

  /**
   * Records a stored file as a document of a client. The same file of a job, sent again by the same person under the same
   * name, is the document that is there: its answer was lost, or it was chosen twice.
   */
  async file(work: Work, file: StoredFile & { name: string }, of: { clientId: string; jobId: string | null; aboutFees?: boolean }): Promise<string> {
    const { name, sha256, bytes, kind } = file;
    if (of.jobId !== null) {
      const [there] = await work.tx
        .select({ id: documents.id })
        .from(documents)
        .where(and(eq(documents.jobId, of.jobId), eq(documents.sha256, sha256), eq(documents.name, name), eq(documents.by, work.actor.name)))
        .limit(1);
      if (there) return there.id;
    }
    const [document] = await work.tx
      .insert(documents)
      .values({ firmId: work.firm.id, ...of, name, sha256, bytes, kind, at: work.now.toString(), by: work.actor.name })
      .returning({ id: documents.id });
    await this.events.record(work, DocumentFiled, {
      what: `filed the document ${name}`,
      ...of,
      after: { name, bytes, kind },
      payload: { documentId: document!.id },
    });
    return document!.id;
  }

  async get(work: Work, documentId: string): Promise<Document> {
    const [document] = await work.tx
      .select()
      .from(documents)
      .where(and(eq(documents.id, documentId), eq(documents.firmId, work.firm.id)));
    if (!document) throw Problem.notFound('document');
    return document;
  }
}
