import { Controller, Header, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import * as routes from '@steady/contract/documents.routes';
import type { FilesKept } from '@steady/contract/documents';
import type { DocumentView } from '@steady/contract/jobs';
import { OfRecord } from '@steady/contract/queries';
import { FileStore, Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { ClientsService } from '../clients';
import { JobsService } from '../jobs';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';
import { sendDocument } from './send-document';

@Controller()
export class DocumentsController {
  constructor(
    private readonly documents: DocumentsService,
    private readonly queries: DocumentQueries,
    private readonly store: FileStore,
    private readonly uploads: Uploads,
    private readonly jobs: JobsService,
    private readonly clients: ClientsService,
  ) {}

  @Does(routes.list, { query: OfRecord })
  list({ work, query: { client: clientId, before } }: Asked<typeof routes.list>): Promise<DocumentView[]> {
    return this.queries.list(work, { clientId, before });
  }

  @Does(routes.kept)
  kept({ work }: Asked<typeof routes.kept>): Promise<FilesKept> {
    return this.queries.kept(work);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.content)
  async content({ work, at: { id } }: Asked<typeof routes.content>): Promise<StreamableFile> {
    return sendDocument(work, this.store, await this.documents.get(work, id));
  }

  /** Files a document with a client, in no job. */
  @DoesOutside(routes.addToClient)
  async addToClient({ at: { id: clientId } }: AskedOutside<typeof routes.addToClient>, @Req() request: Request & Known): Promise<{ id: string }> {
    const id = await this.uploads.take(
      request,
      (work) => this.clients.standing(work, clientId),
      (work, file) => this.documents.file(work, file, { clientId, jobId: null }),
    );
    return { id };
  }

  /** Files a document in a job, by a person of the firm. */
  @DoesOutside(routes.add)
  async add({ at: { id: jobId } }: AskedOutside<typeof routes.add>, @Req() request: Request & Known): Promise<{ id: string }> {
    const id = await this.uploads.take(
      request,
      (work) => this.jobs.get(work, jobId),
      (work, file, { clientId }) => this.documents.file(work, file, { clientId, jobId }),
    );
    return { id };
  }
}
