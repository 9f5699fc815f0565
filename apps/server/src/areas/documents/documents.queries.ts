import { Injectable } from '@nestjs/common';
import { type SQL, and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { bringBackBy, fileNameOf } from '@steady/core/documents';
import { type Looked, lookedFor } from '@steady/core/searching';
import type { DocumentPage, DocumentView, DocumentsOf } from '@steady/contract/documents';
import type { Found } from '@steady/contract/search';
import { dayIn } from '../../platform/clock';
import { rows } from '../../platform/database';
import { FileStore } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { type ListDefinition, type ListField, ListFields, SavedLists } from '../../platform/lists';
import type { Work } from '../../platform/work';
import { clientName } from '../clients';
import { type Job, jobName } from '../jobs';
import { type FileOf, type ZipEntry, safeName } from '../whole-file';
import { foundIn, foundInTexts } from '../search';
import { shortNameOf } from '../team';
import { DocumentHolds } from './document-holds';
import { documentFields } from './document-fields';
import { DocumentsService } from './documents.service';
import { documentVersions, documents } from './documents.tables';
import { FoldersService } from './folders.service';

const CLIENT = clientName(sql`d.client_id`);

/** A document `d` as lists show it, in its folder `f`, which is one of the firm's, `t`, or its client's alone. */
const SHOWN = sql`d.id, d.version, d.name, d.what, d.bytes::float8 as bytes, d.kind, d.at, d.by, d.client_id as "clientId", ${CLIENT} as client, d.job_id as "jobId",
  ${jobName(sql`d.job_id`)} as job, coalesce(f.name, t.name) as folder, coalesce(f."right", t."right", 'firm only') as "right", case when t.by_year then d.year end as "folderYear",
  d.looked_at as "lookedAt", ${shortNameOf('d.assigned_to')} as assigned, d.taken_out_at as "takenOutAt"`;
const FROM = sql`documents d left join client_folders f on f.id = d.folder_id left join folder_templates t on t.id = f.template_id`;

export interface DocumentsAsked {
  view?: DocumentsOf;
  find?: string;
  clientId?: string;
  jobId?: string;
}

/** What each part of the documents is. */
const VIEWS: Record<DocumentsOf, SQL> = {
  'to look at': sql`d.looked_at is null and d.taken_out_at is null`,
  all: sql`d.taken_out_at is null`,
  'taken out': sql`d.taken_out_at is not null and d.removed_at is null`,
};
const VIEW_WORDS: Record<DocumentsOf, string> = { 'to look at': 'documents to look at', all: 'documents', 'taken out': 'documents taken out' };

/** As many are found by what they are called and by what stands in them, the newest first. */
const FOUND_AT_MOST = 2_000;

@Injectable()
export class DocumentQueries {
  constructor(
    private readonly store: FileStore,
    private readonly documents: DocumentsService,
    private readonly folders: FoldersService,
    private readonly holds: DocumentHolds,
    private readonly listFields: ListFields,
    lists: SavedLists,
  ) {
    lists.register('documents', (work) => this.fields(work));
  }

  /** Documents by name, then by what stands in them, for the search. */
  async found(work: Work, looked: Looked): Promise<Found[]> {
    const found = await rows<{ id: string; name: string; within: string; beside: string }>(
      work.tx,
      sql`select d.id, coalesce(d.what, d.name) as name, d.client_id as within,
            ${CLIENT} || case when d.what is null then '' else ', ' || d.name end as beside from documents d
          where d.firm_id = ${work.firm.id} and d.taken_out_at is null and (d.id in ${foundIn('documents', looked)} or d.id in ${foundInTexts(looked)}) order by d.at desc, d.id`,
    );
    return found.map((one) => ({ ...one, kind: 'document' }));
  }

  async fields(work: Work): Promise<ListField[]> {
    return this.listFields.with('documents', documentFields, work.firm.currency);
  }

  /** The list of documents, the newest first; those of one client or job by folder, as its page shows them. `find` is a part of the name, or words inside. */
  async listing(work: Work, { view = 'all', find, clientId, jobId }: DocumentsAsked): Promise<ListDefinition> {
    const looked = find?.trim() ? lookedFor(find) : null;
    const conditions: SQL[] = [sql`d.firm_id = ${work.firm.id}`, VIEWS[view]];
    if (clientId) conditions.push(sql`d.client_id = ${clientId}`);
    if (jobId) conditions.push(sql`d.job_id = ${jobId}`);
    if (looked) conditions.push(sql`(d.id in ${foundIn('documents', looked, FOUND_AT_MOST)} or d.id in ${foundInTexts(looked, FOUND_AT_MOST)})`);
    const newest = sql`d.at desc, d.id desc`;
    const byFolder = clientId !== undefined && view === 'all';
    return {
      what: VIEW_WORDS[view],
      fields: await this.fields(work),
      from: byFolder ? FROM : sql`documents d`,
      filteredFrom: FROM,
      key: sql`d.id`,
      where: sql.join(conditions, sql` and `),
      order: byFolder ? sql`d.folder_id is null desc, t.position nulls last, f.name, f.id, case when t.by_year then d.year end desc, ${newest}` : newest,
      row: { columns: SHOWN, from: FROM },
      named: sql`${CLIENT} || ' ' || coalesce(d.what || ' ', '') || d.name`,
    };
  }

  /** The documents of a job, the newest first. */
  ofJob(work: Work, { id: jobId }: Job): Promise<DocumentView[]> {
    return rows<DocumentView>(
      work.tx,
      sql`select ${SHOWN} from ${FROM} where d.firm_id = ${work.firm.id} and d.job_id = ${jobId} and d.taken_out_at is null order by d.at desc, d.id desc`,
    );
  }

  /** A document as it is looked at by itself. @throws Problem "not-found" also for one of another firm */
  async page(work: Work, documentId: string): Promise<DocumentPage> {
    const [document] = await rows<DocumentView & Pick<DocumentPage, 'year' | 'folderId' | 'lookedBy' | 'assignedTo' | 'takenOutBy'>>(
      work.tx,
      sql`select ${SHOWN}, d.year, d.folder_id as "folderId", d.looked_by as "lookedBy", d.assigned_to as "assignedTo", d.taken_out_by as "takenOutBy"
          from ${FROM} where d.firm_id = ${work.firm.id} and d.id = ${documentId} and d.removed_at is null`,
    );
    if (!document) throw Problem.notFound('document');
    const earlier = await work.tx
      .select({ number: documentVersions.number, name: documentVersions.name, bytes: documentVersions.bytes, at: documentVersions.at, by: documentVersions.by })
      .from(documentVersions)
      .where(eq(documentVersions.documentId, documentId))
      .orderBy(desc(documentVersions.number));
    return {
      ...document,
      access: (await this.folders.access(work, document.folderId)).said,
      bringBackBy: document.takenOutAt === null ? null : bringBackBy(dayIn(work.firm.zone, document.takenOutAt)).toString(),
      earlier,
      sameAs: await this.documents.sameAs(work, documentId),
      heldBy: (await this.holds.of(work, [documentId])).get(documentId) ?? null,
    };
  }

  /** Which of these are bills: what was sent to a client to be paid stays as it is. */
  async bills(work: Work, ids: string[]): Promise<ReadonlyMap<string, string>> {
    const found = await work.tx
      .select({ id: documents.id })
      .from(documents)
      .where(and(inArray(documents.id, ids), documents.aboutFees));
    return new Map(found.map(({ id }) => [id, 'it is a bill']));
  }

  /** A version that came before what is there now. */
  async earlier(work: Work, documentId: string, number: number): Promise<typeof documentVersions.$inferSelect> {
    const [found] = await work.tx
      .select()
      .from(documentVersions)
      .where(and(eq(documentVersions.firmId, work.firm.id), eq(documentVersions.documentId, documentId), eq(documentVersions.number, number)));
    if (!found) throw Problem.notFound('document');
    return found;
  }

  /** The name under which a document leaves: it says client, what it is, and of what. */
  async leavesAs(work: Work, documentId: string): Promise<string> {
    const [found] = await rows<Parameters<typeof fileNameOf>[0]>(
      work.tx,
      sql`select ${CLIENT} as client, d.what, d.name, d.year, ${jobName(sql`d.job_id`)} as of from documents d where d.firm_id = ${work.firm.id} and d.id = ${documentId}`,
    );
    return fileNameOf(found!);
  }

  /** Chosen documents as files of a ZIP, in folders by client and folder. */
  async packed(work: Work, ids: readonly string[]): Promise<ZipEntry[]> {
    const found = await rows<Parameters<typeof fileNameOf>[0] & { folder: string | null; folderYear: number | null; address: string }>(
      work.tx,
      sql`select ${CLIENT} as client, d.what, d.name, d.year, ${jobName(sql`d.job_id`)} as of, coalesce(f.name, t.name) as folder, case when t.by_year then d.year end as "folderYear", d.address
          from ${FROM} where d.firm_id = ${work.firm.id} and d.removed_at is null and d.id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)
          order by client, folder, d.at, d.id`,
    );
    return found.map(({ folder, folderYear, address, ...named }) => ({
      name: [named.client, folder, folderYear === null ? null : String(folderYear), fileNameOf(named)]
        .flatMap((part) => (part === null ? [] : [safeName(part)]))
        .join('/'),
      stream: () => this.store.readIfSound(work.firm, address),
    }));
  }

  /** What documents bring to a client's whole file: the files themselves with those before them, read as they are packed. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const found = await work.tx
      .select()
      .from(documents)
      .where(and(eq(documents.clientId, id), isNull(documents.removedAt)))
      .orderBy(asc(documents.at), asc(documents.id));
    const before = await work.tx
      .select({ what: documents.what, version: documentVersions })
      .from(documentVersions)
      .innerJoin(documents, eq(documents.id, documentVersions.documentId))
      .where(eq(documents.clientId, id))
      .orderBy(asc(documentVersions.at));
    const named = (at: string, what: string | null, name: string, more = '') =>
      `documents/${at.slice(0, 10)} ${safeName(what === null ? `${more}${name}` : `${what}, ${more}${name}`)}`;
    return [
      ...found.map(({ name, what, address, at }) => ({ name: named(at, what, name), stream: () => this.store.readIfSound(work.firm, address) })),
      ...before.map(({ what, version: { name, number, address, at } }) => ({
        name: named(at, what, name, `version ${number}, `),
        stream: () => this.store.readIfSound(work.firm, address),
      })),
    ];
  }
}
