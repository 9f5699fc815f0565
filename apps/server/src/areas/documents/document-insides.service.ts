import { buffer } from 'node:stream/consumers';
import { type BeforeApplicationShutdown, Inject, Injectable, Logger, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { DocumentPreview } from '@steady/contract/documents';
import { Ticks } from '../../platform/background/ticks';
import { Events } from '../../platform/events';
import { FileStore } from '../../platform/files';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { byItself } from '../../platform/identity/actor';
import { SETTINGS, type Settings } from '../../platform/settings';
import { type Firm, type Work, Works } from '../../platform/work';
import { DocumentReplaced } from './document-changes.service';
import { type Document, DocumentFiled } from './documents.service';
import { documentTexts, documents } from './documents.tables';
import { MOST_BYTES, insideOf } from './inside-of';
import { LayOut, TakeText } from './tasks';

/** So many are looked through, then kept together. */
const AT_ONCE = 20;
/** What comes within this time is looked through in one round. */
const SOON = 1_000;

type ToLookThrough = Pick<Document, 'id' | 'address' | 'name' | 'kind'>;

/** What is inside documents: laid out beside the list, and looked through in the background so that it can be found. */
@Injectable()
export class DocumentInsides implements OnModuleInit, BeforeApplicationShutdown {
  private readonly log = new Logger('Documents');
  private readonly waiting = new Map<string, NodeJS.Timeout>();
  private going: Promise<unknown> = Promise.resolve();
  private stopped = false;

  constructor(
    private readonly events: Events,
    private readonly ticks: Ticks,
    private readonly store: FileStore,
    private readonly heavy: HeavyWork,
    private readonly works: Works,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  onModuleInit(): void {
    for (const kind of [DocumentFiled, DocumentReplaced])
      this.events.on(kind, (work) => {
        work.afterwards(() => this.soon(work.firm.id));
        return Promise.resolve();
      });
    // What was there before documents were looked through, or was left when the server was stopped.
    this.ticks.register('documents to look through', async (work) => {
      if ((await this.left(work, 1)).length > 0) this.soon(work.firm.id);
    });
  }

  /** Ends after the one that is being read, before the database is closed. */
  async beforeApplicationShutdown(): Promise<void> {
    this.stopped = true;
    for (const timer of this.waiting.values()) clearTimeout(timer);
    await this.going;
  }

  /** Nobody waits for it. */
  private soon(firmId: string): void {
    if (!this.settings.tickByItself || this.stopped || this.waiting.has(firmId)) return;
    const begin = () => {
      this.waiting.delete(firmId);
      this.going = this.going.then(() => this.lookThrough(firmId)).catch((error: unknown) => this.log.error(error));
    };
    this.waiting.set(firmId, setTimeout(begin, SOON));
  }

  /** Looks through all that wait for it, the newest first. It can be ended and begun again anywhere. */
  async lookThrough(firmId: string): Promise<void> {
    for (;;) {
      const { firm, found } = await this.works.run(byItself(firmId), async (work) => ({ firm: work.firm, found: await this.left(work, AT_ONCE) }), {
        readOnly: true,
      });
      const read: { document: ToLookThrough; text: string }[] = [];
      for (const document of found) if (!this.stopped) read.push({ document, text: await this.textOf(firm, document) });
      if (read.length === 0) return;
      await this.works.run(byItself(firmId), async (work) => {
        for (const { document, text } of read) await this.keep(work, document, text);
      });
    }
  }

  private async left(work: Work, most: number): Promise<ToLookThrough[]> {
    return work.tx
      .select({ id: documents.id, address: documents.address, name: documents.name, kind: documents.kind })
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), sql`not ${documents.isLookedThrough}`, isNull(documents.removedAt)))
      .orderBy(desc(documents.at))
      .limit(most);
  }

  private async textOf(firm: Firm, { address, name, kind }: ToLookThrough): Promise<string> {
    if (['picture', 'other'].includes(insideOf({ name, kind }))) return '';
    const content = await this.store.readIfSound(firm, address);
    if (content === null) return '';
    // What is too much to read has no text; it can be opened all the same.
    return this.heavy.run(TakeText, { bytes: await buffer(content), name, kind }).catch((error: unknown) => {
      if (error instanceof Problem && error.code === 'too-much') return '';
      throw error;
    });
  }

  /** Keeps the text, unless the document is another one by now. */
  private async keep(work: Work, { id, address }: ToLookThrough, text: string): Promise<void> {
    const [same] = await work.tx
      .update(documents)
      .set({ isLookedThrough: true })
      .where(and(eq(documents.id, id), eq(documents.address, address), isNull(documents.removedAt)))
      .returning({ id: documents.id });
    if (!same) return;
    await work.tx
      .insert(documentTexts)
      .values({ documentId: id, firmId: work.firm.id, address, text })
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
