import { Controller, Header, Req, Res, type StreamableFile } from '@nestjs/common';
import type { Request, Response } from 'express';
import { fullDate } from '@steady/core/words';
import {
  ChangeDocuments,
  type DocumentAdded,
  type DocumentPage,
  type DocumentPreview,
  type DocumentRow,
  type DocumentsDone,
  type FilesKept,
  TheseDocuments,
  USUAL_DOCUMENT_COLUMNS,
} from '@steady/contract/documents';
import * as routes from '@steady/contract/documents.routes';
import type { ListFieldsView, ListPlace, ListTotals, Listed } from '@steady/contract/lists';
import { DocumentsFilter } from '@steady/contract/queries';
import { FileStore, type Upload, Uploads } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { SavedLists, askedFrom, idsOf, pageOf, placeOf, sendListing, totalsOf } from '../../platform/lists';
import { type Work, Works } from '../../platform/work';
import { ClientsService } from '../clients';
import { JobsService } from '../jobs';
import { writeZip } from '../whole-file';
import { DocumentChanges } from './document-changes.service';
import { DocumentInsides } from './document-insides.service';
import { DocumentQueries, type DocumentsAsked } from './documents.queries';
import { DocumentsService } from './documents.service';
import { FilesKeptQueries } from './files-kept.queries';
import { sendDocument } from './send-document';

const narrowed = ({ view, find, client, job }: DocumentsFilter): DocumentsAsked => ({ view, find, clientId: client, jobId: job });

@Controller()
export class DocumentsController {
  constructor(
    private readonly documents: DocumentsService,
    private readonly changes: DocumentChanges,
    private readonly queries: DocumentQueries,
    private readonly insides: DocumentInsides,
    private readonly files: FilesKeptQueries,
    private readonly store: FileStore,
    private readonly uploads: Uploads,
    private readonly jobs: JobsService,
    private readonly clients: ClientsService,
    private readonly saved: SavedLists,
    private readonly works: Works,
  ) {}

  @Does(routes.list, { query: DocumentsFilter })
  async list({ work, query }: Asked<typeof routes.list>): Promise<Listed<DocumentRow>> {
    return pageOf(work, await this.queries.listing(work, narrowed(query)), askedFrom(query, []));
  }

  @Does(routes.ids, { query: DocumentsFilter })
  async ids({ work, query }: Asked<typeof routes.ids>): Promise<string[]> {
    return idsOf(work, await this.queries.listing(work, narrowed(query)), askedFrom(query, []));
  }

  @Does(routes.place, { query: DocumentsFilter })
  async place({ work, query }: Asked<typeof routes.place>): Promise<ListPlace | Record<string, never>> {
    if (!query.name?.trim()) return {};
    return (await placeOf(work, await this.queries.listing(work, narrowed(query)), askedFrom(query, []), query.name.trim())) ?? {};
  }

  @Does(routes.sums, { query: DocumentsFilter })
  async sums({ work, query }: Asked<typeof routes.sums>): Promise<ListTotals> {
    return totalsOf(work, await this.queries.listing(work, narrowed(query)), askedFrom(query, []), query.by ?? 'client');
  }

  @Does(routes.fields)
  fields({ work }: Asked<typeof routes.fields>): Promise<ListFieldsView> {
    return this.saved.fieldsOf(work, 'documents');
  }

  @Does(routes.file, { query: DocumentsFilter })
  async file({ work, at: { kind }, query }: Asked<typeof routes.file>, @Res() response: Response): Promise<void> {
    await sendListing(response, kind, 'Documents', work, await this.queries.listing(work, narrowed(query)), query, ['title', ...USUAL_DOCUMENT_COLUMNS]);
  }

  @Does(routes.change, { input: ChangeDocuments })
  change({ work, input }: Asked<typeof routes.change>): Promise<DocumentsDone> {
    return this.changes.change(work, input);
  }

  @Does(routes.takeOut, { input: TheseDocuments })
  takeOut({ work, input: { documentIds } }: Asked<typeof routes.takeOut>): Promise<DocumentsDone> {
    return this.changes.takeOut(work, documentIds);
  }

  @Does(routes.bringBack, { input: TheseDocuments })
  bringBack({ work, input: { documentIds } }: Asked<typeof routes.bringBack>): Promise<DocumentsDone> {
    return this.changes.bringBack(work, documentIds);
  }

  /** Written as it is read: nothing is asked of the database any more. */
  @DoesOutside(routes.zip, { input: TheseDocuments })
  async zip({ input: { documentIds } }: AskedOutside<typeof routes.zip>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    const { entries, day } = await this.works.run(
      request.identity!,
      async (work) => ({ entries: await this.queries.packed(work, documentIds), day: fullDate(work.today) }),
      { readOnly: true },
    );
    if (entries.length === 0) throw Problem.notFound('document');
    response.type('application/zip').attachment(`Documents, ${day}.zip`);
    await writeZip(response, entries);
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<DocumentPage> {
    return this.queries.page(work, id);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.content)
  async content({ work, at: { id } }: Asked<typeof routes.content>): Promise<StreamableFile> {
    return sendDocument(work, this.store, await this.documents.get(work, id), await this.queries.leavesAs(work, id));
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.earlier)
  async earlier({ work, at: { id, number } }: Asked<typeof routes.earlier>): Promise<StreamableFile> {
    const found = /^\d{1,6}$/.test(number) ? await this.queries.earlier(work, id, Number(number)) : null;
    if (!found) throw Problem.notFound('document');
    return sendDocument(work, this.store, found, found.name);
  }

  @Does(routes.preview)
  async preview({ work, at: { id } }: Asked<typeof routes.preview>): Promise<DocumentPreview> {
    return this.insides.preview(work, await this.documents.get(work, id));
  }

  /** Puts a newer version in the place of what is there. */
  @DoesOutside(routes.replace)
  async replace({ at: { id } }: AskedOutside<typeof routes.replace>, @Req() request: Request & Known): Promise<DocumentAdded> {
    return this.uploads.take(
      request,
      (work) => this.changes.mayReplace(work, id),
      async (work, file) => {
        await this.changes.replace(work, id, file);
        return this.documents.added(work, id);
      },
    );
  }

  @Does(routes.kept)
  kept({ work }: Asked<typeof routes.kept>): Promise<FilesKept> {
    return this.files.kept(work);
  }

  /** Files a document with a client, in no job. */
  @DoesOutside(routes.addToClient)
  addToClient({ at: { id: clientId } }: AskedOutside<typeof routes.addToClient>, @Req() request: Request & Known): Promise<DocumentAdded> {
    return this.uploads.take(
      request,
      (work) => this.clients.standing(work, clientId),
      async (work, file) => this.filed(work, file, { clientId: (await this.clients.standing(work, clientId)).id, jobId: null }),
    );
  }

  /** Files a document in a job, by a person of the firm. */
  @DoesOutside(routes.add)
  add({ at: { id: jobId } }: AskedOutside<typeof routes.add>, @Req() request: Request & Known): Promise<DocumentAdded> {
    return this.uploads.take(
      request,
      (work) => this.jobs.get(work, jobId),
      (work, file, { clientId }) => this.filed(work, file, { clientId, jobId }),
    );
  }

  private async filed(work: Work, file: Upload, of: { clientId: string; jobId: string | null }): Promise<DocumentAdded> {
    return this.documents.added(work, await this.documents.file(work, file, of));
  }
}
