import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import { DAYS_TO_BRING_BACK, titleOf } from '@steady/core/documents';
import type { ChangeDocuments, DocumentsDone } from '@steady/contract/documents';
import { Ticks } from '../../platform/background/ticks';
import { Events, eventKind } from '../../platform/events';
import { FileStore, type Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { TeamService } from '../team';
import { DocumentHolds } from './document-holds';
import type { Document } from './documents.service';
import { documentTexts, documentVersions, documents } from './documents.tables';
import { FoldersService } from './folders.service';
import { isToLookThrough } from './inside-of';

export const DocumentChanged = eventKind<{ documentId: string }>('document changed', 'documents');
/** Its content is another one: what was read out of it is read anew. */
export const DocumentReplaced = eventKind<{ documentId: string }>('document replaced', 'documents');

type Why = string | null;

/** What becomes of documents after they were filed. */
@Injectable()
export class DocumentChanges implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly ticks: Ticks,
    private readonly store: FileStore,
    private readonly team: TeamService,
    private readonly folders: FoldersService,
    private readonly holds: DocumentHolds,
  ) {}

  onModuleInit(): void {
    this.store.namedBy((work, address) => this.isWanted(work, address));
    this.ticks.registerEach(
      'documents taken out',
      (work) => this.toDestroy(work),
      async (work, ids) => {
        for (const document of await this.some(work, ids)) await this.destroy(work, document);
      },
    );
  }

  /** Those of these that whoever acts may see, held until the transaction ends; in a fixed order, so that two who change the same wait for one another. */
  private async some(work: Work, ids: string[]): Promise<Document[]> {
    return work.tx
      .select()
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), inArray(documents.id, ids), isNull(documents.removedAt)))
      .orderBy(asc(documents.id))
      .for('update');
  }

  /** Does something to each document, and says to which it was not done and why. */
  private async each(work: Work, ids: string[], act: (document: Document) => Promise<Why>): Promise<DocumentsDone> {
    const found = await this.some(work, [...new Set(ids)]);
    if (found.length === 0) throw Problem.notFound('document');
    const done: DocumentsDone = { done: 0, not: [] };
    for (const document of found) {
      const why = await act(document);
      if (why === null) done.done += 1;
      else done.not.push({ name: titleOf(document), why });
    }
    // Of one alone what is wrong is said as an error.
    if (ids.length === 1 && done.not.length === 1) throw Problem.refused('document-stays', `${done.not[0]!.name} ${done.not[0]!.why}.`);
    return done;
  }

  /** Changes what is known of documents. What is the same already is nothing new. */
  async change(work: Work, { documentIds: ids, ...given }: ChangeDocuments): Promise<DocumentsDone> {
    const { assignedTo } = given;
    if (assignedTo) await this.team.get(work, assignedTo);
    return this.each(work, ids, async (document) => {
      if (document.takenOutAt !== null) return 'was taken out: bring it back first';
      const folderId =
        given.folderId === undefined ? document.folderId : given.folderId === null ? null : await this.intoFolder(work, document, given.folderId);
      if (folderId === undefined) return 'is of a client that has no such folder';
      const looked =
        given.lookedAt === undefined
          ? {}
          : given.lookedAt
            ? { lookedAt: document.lookedAt ?? work.now.toString(), lookedBy: document.lookedBy ?? work.actor.name }
            : { lookedAt: null, lookedBy: null };
      const next = {
        ...document,
        folderId,
        ...looked,
        year: given.year ?? document.year,
        what: given.what ?? document.what,
        assignedTo: assignedTo === undefined ? document.assignedTo : assignedTo,
      };
      const said = await this.said(work, document, next);
      if (said.length === 0) return null;
      const { folderId: into, lookedAt, lookedBy, year, what, assignedTo: to } = next;
      await work.tx
        .update(documents)
        .set({ folderId: into, lookedAt, lookedBy, year, what, assignedTo: to, version: document.version + 1 })
        .where(eq(documents.id, document.id));
      await this.say(work, document, said.join('; '));
      return null;
    });
  }

  private async intoFolder(work: Work, { clientId }: Document, id: string): Promise<string | undefined> {
    try {
      return await this.folders.into(work, clientId, id);
    } catch (error) {
      // Of many documents those of clients without the folder stay where they are.
      if (error instanceof Problem) return undefined;
      throw error;
    }
  }

  /** What is different, in sentences without a subject. */
  private async said(work: Work, before: Document, after: Document): Promise<string[]> {
    const title = titleOf(before);
    const said: string[] = [];
    if (after.what !== before.what) said.push(`renamed ${title} to ${after.what}`);
    if (after.folderId !== before.folderId) {
      const { name, said: access } = await this.folders.access(work, after.folderId);
      said.push(`moved ${title} to ${name}: ${access}`);
    }
    if (after.year !== before.year) said.push(`put ${title} into the year ${after.year}`);
    if ((after.lookedAt === null) !== (before.lookedAt === null))
      said.push(after.lookedAt === null ? `marked ${title} as not looked at` : `looked at ${title}`);
    if (after.assignedTo !== before.assignedTo)
      said.push(
        after.assignedTo === null
          ? `took ${title} off the one who was to look at it`
          : `gave ${title} to ${(await this.team.get(work, after.assignedTo)).name} to look at`,
      );
    return said;
  }

  /** Takes documents out. They can be brought back for a time; after it their content is destroyed. */
  async takeOut(work: Work, ids: string[]): Promise<DocumentsDone> {
    const held = await this.holds.of(work, ids);
    return this.each(work, ids, async (document) => {
      if (document.takenOutAt !== null) return null;
      const why = held.get(document.id);
      if (why !== undefined) return `stays: ${why}`;
      await this.setTakenOut(work, document, true);
      await this.say(work, document, `took out ${titleOf(document)}`);
      return null;
    });
  }

  private async setTakenOut(work: Work, { id, version }: Document, out: boolean): Promise<void> {
    await work.tx
      .update(documents)
      .set({ takenOutAt: out ? work.now.toString() : null, takenOutBy: out ? work.actor.name : null, version: version + 1 })
      .where(eq(documents.id, id));
  }

  /** Takes out what its sender took back, whatever waits for it. */
  async withdraw(work: Work, documentId: string): Promise<void> {
    const [document] = await this.some(work, [documentId]);
    if (!document || document.takenOutAt !== null) return;
    await this.setTakenOut(work, document, true);
    await this.say(work, document, `took back ${titleOf(document)}`);
  }

  async bringBack(work: Work, ids: string[]): Promise<DocumentsDone> {
    return this.each(work, ids, async (document) => {
      if (document.takenOutAt === null) return null;
      await this.setTakenOut(work, document, false);
      await this.say(work, document, `brought back ${titleOf(document)}`);
      return null;
    });
  }

  /** Whether a newer version may come. @throws Problem */
  async mayReplace(work: Work, documentId: string): Promise<Document> {
    const [document] = await this.some(work, [documentId]);
    if (!document) throw Problem.notFound('document');
    if (document.takenOutAt !== null) throw Problem.refused('document-stays', `${titleOf(document)} was taken out: bring it back first.`);
    const why = (await this.holds.of(work, [documentId])).get(documentId);
    if (why !== undefined) throw Problem.refused('document-stays', `${titleOf(document)} is not replaced: ${why}. Add the other one beside it.`);
    return document;
  }

  /** Puts a newer version in the place of what is there, which is kept. The same content again changes nothing. */
  async replace(work: Work, documentId: string, file: Upload): Promise<void> {
    const document = await this.mayReplace(work, documentId);
    await this.store.claim(work, file);
    if (document.address === file.address) return;
    const { name, address, bytes, kind, at, by } = document;
    const number = document.earlier + 1;
    await work.tx.insert(documentVersions).values({ documentId, firmId: work.firm.id, number, name, address, bytes, kind, at, by });
    await work.tx.delete(documentTexts).where(eq(documentTexts.documentId, documentId));
    const now = work.now.toString();
    const fromOutside = work.actor.kind === 'client';
    await work.tx
      .update(documents)
      .set({
        name: file.name,
        address: file.address,
        bytes: file.bytes,
        kind: file.kind,
        at: now,
        by: work.actor.name,
        earlier: number,
        isLookedThrough: !isToLookThrough({ ...file, aboutFees: document.aboutFees }),
        version: document.version + 1,
        ...(fromOutside ? { lookedAt: null, lookedBy: null } : {}),
      })
      .where(eq(documents.id, documentId));
    const { clientId, jobId } = document;
    await this.events.record(work, DocumentReplaced, {
      clientId,
      jobId,
      what: `added a newer version of ${titleOf(document)}: ${file.name}`,
      before: { name, bytes },
      after: { name: file.name, bytes: file.bytes },
      payload: { documentId },
    });
  }

  /** Documents that were taken out so long ago that they can be brought back no more. */
  private async toDestroy(work: Work): Promise<string[]> {
    const before = work.now.subtract({ hours: 24 * (DAYS_TO_BRING_BACK + 1) }).toString();
    const found = await work.tx
      .select({ id: documents.id })
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), isNotNull(documents.takenOutAt), isNull(documents.removedAt), lt(documents.takenOutAt, before)))
      .orderBy(asc(documents.takenOutAt))
      .limit(200);
    return found.map(({ id }) => id);
  }

  private async destroy(work: Work, document: Document): Promise<void> {
    if (document.takenOutAt === null) return;
    await this.destroyContent(work, document);
    await this.say(work, document, `destroyed ${titleOf(document)}, which was taken out ${DAYS_TO_BRING_BACK} days before`);
  }

  /** Destroys documents whose time is over, but for those on which something stands. @returns how many, and why each of the others stays */
  async destroyOverdue(work: Work, ids: string[]): Promise<{ count: number; stays: string[] }> {
    const held = await this.holds.of(work, ids);
    let count = 0;
    for (const document of await this.some(work, ids)) {
      if (held.has(document.id)) continue;
      await this.destroyContent(work, document);
      count += 1;
    }
    return { count, stays: [...held.values()] };
  }

  /** Destroys the content of a document; that it was there stays on record. */
  private async destroyContent(work: Work, document: Document): Promise<void> {
    const earlier = await work.tx.delete(documentVersions).where(eq(documentVersions.documentId, document.id)).returning({ address: documentVersions.address });
    await work.tx.delete(documentTexts).where(eq(documentTexts.documentId, document.id));
    await work.tx
      .update(documents)
      .set({
        removedAt: work.now.toString(),
        takenOutAt: document.takenOutAt ?? work.now.toString(),
        takenOutBy: document.takenOutBy ?? work.actor.name,
        earlier: 0,
        isLookedThrough: true,
        version: document.version + 1,
      })
      .where(eq(documents.id, document.id));
    for (const address of new Set([document.address, ...earlier.map((one) => one.address)])) await this.store.giveUp(work, address);
  }

  /** Whether any document has this content, now or in a version before. */
  private async isWanted(work: Work, address: string): Promise<boolean> {
    const current = work.tx
      .select({ one: sql`1` })
      .from(documents)
      .where(and(eq(documents.firmId, work.firm.id), eq(documents.address, address), isNull(documents.removedAt)))
      .limit(1);
    const before = work.tx
      .select({ one: sql`1` })
      .from(documentVersions)
      .where(and(eq(documentVersions.firmId, work.firm.id), eq(documentVersions.address, address)))
      .limit(1);
    return (await current).length > 0 || (await before).length > 0;
  }

  private async say(work: Work, { id, clientId, jobId }: Document, what: string): Promise<void> {
    await this.events.record(work, DocumentChanged, { clientId, jobId, what, payload: { documentId: id } });
  }
}
