import { buffer } from 'node:stream/consumers';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import type { DocumentPreview } from '@steady/contract/documents';
import { Effects, Events } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { type Work, Works } from '../../platform/work';
import { byItself } from '../../platform/identity/actor';
import { DocumentReplaced } from './document-changes.service';
import { type Document, DocumentFiled, DocumentsService } from './documents.service';
import { documentTexts, documents } from './documents.tables';
import { insideOf } from './inside-of';
import { LayOut, TakeText } from './tasks';

/** Larger files are neither laid out nor looked through: they would fill the memory. */
const MOST_BYTES = 40_000_000;

interface ToLookThrough {
  documentId: string;
  address: string;
  name: string;
  kind: string;
  bytes: number;
}

const LOOK_THROUGH = 'look through a document';

/** What is inside documents: laid out beside the list, and looked through in the background so that it can be found. */
@Injectable()
export class DocumentInsides implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly effects: Effects,
    private readonly store: FileStore,
    private readonly heavy: HeavyWork,
    private readonly works: Works,
    private readonly documents: DocumentsService,
  ) {}

  onModuleInit(): void {
    this.events.on(DocumentFiled, (work, { payload }) => this.toLookThrough(work, payload.documentId));
    this.events.on(DocumentReplaced, (work, { payload }) => this.toLookThrough(work, payload.documentId));
    this.effects.register<ToLookThrough, string>({
      kind: LOOK_THROUGH,
      isPure: true,
      outside: (file, _key, firmId) => this.textOf(firmId, file),
      then: (work, file, text) => this.keep(work, file, text),
    });
  }

  private async toLookThrough(work: Work, documentId: string): Promise<void> {
    const { address, name, kind, bytes, aboutFees } = await this.documents.get(work, documentId);
    // A bill is found by its number; what stands in it is not for everybody.
    if (aboutFees || bytes > MOST_BYTES || ['picture', 'other'].includes(insideOf({ name, kind }))) {
      await work.tx.delete(documentTexts).where(eq(documentTexts.documentId, documentId));
      return;
    }
    await this.effects.plan<ToLookThrough>(work, LOOK_THROUGH, `${documentId} ${address}`, { documentId, address, name, kind, bytes });
  }

  private async textOf(firmId: string, { address, name, kind }: ToLookThrough): Promise<string> {
    const firm = await this.works.run(byItself(firmId), (work) => Promise.resolve(work.firm), { readOnly: true });
    const content = await this.store.readIfSound(firm, address);
    if (content === null) return '';
    // What is too much to read has no text; it can be opened all the same.
    return this.heavy.run(TakeText, { bytes: await buffer(content), name, kind }).catch((error: unknown) => {
      if (error instanceof Problem && error.code === 'too-much') return '';
      throw error;
    });
  }

  /** Keeps the text, unless the document is another one by now. */
  private async keep(work: Work, { documentId, address }: ToLookThrough, text: string): Promise<void> {
    const [document] = await work.tx.select({ address: documents.address, removedAt: documents.removedAt }).from(documents).where(eq(documents.id, documentId));
    if (!document || document.address !== address || document.removedAt !== null) return;
    await work.tx
      .insert(documentTexts)
      .values({ documentId, firmId: work.firm.id, address, text })
      .onConflictDoUpdate({ target: documentTexts.documentId, set: { address, text } });
  }

  /** What is inside a document, laid out to be read beside the list. @throws Problem where its file is missing or damaged */
  async preview(work: Work, document: Document): Promise<DocumentPreview> {
    const { name, kind, bytes, address } = document;
    const inside = insideOf({ name, kind });
    if (inside === 'pdf' || inside === 'picture') return { as: inside };
    if (inside === 'other') return { as: 'nothing', why: 'This kind of file cannot be shown here.' };
    if (bytes > MOST_BYTES) return { as: 'nothing', why: 'This file is too large to be shown here.' };
    return this.heavy.run(LayOut, { bytes: await buffer(await this.store.read(work.firm, address)), name, kind });
  }
}
