import { Controller, Header, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import type { PortalPapers } from '@steady/contract/documents';
import * as routes from '@steady/contract/documents-portal.routes';
import { FileStore, Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { DocumentsOfPortal } from './documents-portal.queries';
import { DocumentsService } from './documents.service';
import { sendDocument } from './send-document';

/** Documents as the client's people see them: what lies in folders that they may read, and where they may add. */
@Controller()
export class DocumentsPortalController {
  constructor(
    private readonly papers: DocumentsOfPortal,
    private readonly documents: DocumentsService,
    private readonly uploads: Uploads,
    private readonly store: FileStore,
  ) {}

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<PortalPapers[]> {
    return this.papers.list(work);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.content)
  async content({ work, at: { id } }: Asked<typeof routes.content>): Promise<StreamableFile> {
    const document = await this.papers.readable(work, id);
    return sendDocument(work, this.store, document, document.name);
  }

  @DoesOutside(routes.add)
  async add({ at: { id: clientId, folder: folderId } }: AskedOutside<typeof routes.add>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      async (work) => {
        await this.papers.mustAdd(work, clientId, folderId);
        await this.documents.mayTakeIn(work, clientId);
      },
      async (work, file) => {
        await this.papers.mustAdd(work, clientId, folderId);
        await this.documents.file(work, file, { clientId, jobId: null, folderId });
      },
    );
  }
}
