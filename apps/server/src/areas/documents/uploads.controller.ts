import { Controller, type OnModuleInit, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { DocumentAdded } from '@steady/contract/documents';
import * as routes from '@steady/contract/uploads.routes';
import { ResumedUploads, type Upload } from '../../platform/files';
import { type AskedOutside, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { JobsService } from '../jobs';
import { DocumentChanges } from './document-changes.service';
import { DocumentsService } from './documents.service';
import { FoldersService } from './folders.service';

/** Documents that arrive in parts. Where they may go, and what is answered when they are there. */
@Controller()
export class UploadsController implements OnModuleInit {
  constructor(
    private readonly resumed: ResumedUploads,
    private readonly documents: DocumentsService,
    private readonly changes: DocumentChanges,
    private readonly folders: FoldersService,
    private readonly jobs: JobsService,
    private readonly clients: ClientsService,
  ) {}

  onModuleInit(): void {
    const mayGoInto = async (work: Work, clientId: string, folderId: string | null) => {
      if (folderId !== null) await this.folders.into(work, clientId, folderId);
    };
    this.resumed.register('client', {
      may: async (work, clientId, folderId) => mayGoInto(work, (await this.clients.standing(work, clientId)).id, folderId),
      record: async (work, file, of, folderId) => this.filed(work, file, { clientId: (await this.clients.standing(work, of)).id, jobId: null }, folderId),
    });
    this.resumed.register('job', {
      may: async (work, jobId, folderId) => mayGoInto(work, (await this.jobs.get(work, jobId)).clientId, folderId),
      record: async (work, file, jobId, folderId) => this.filed(work, file, { clientId: (await this.jobs.get(work, jobId)).clientId, jobId }, folderId),
    });
    this.resumed.register('document', {
      may: (work, documentId) => this.changes.mayReplace(work, documentId),
      record: async (work, file, documentId) => {
        await this.changes.replace(work, documentId, file);
        return this.documents.added(work, documentId);
      },
    });
  }

  private async filed(work: Work, file: Upload, of: { clientId: string; jobId: string | null }, folderId: string | null): Promise<DocumentAdded> {
    return this.documents.added(work, await this.documents.file(work, file, { ...of, ...(folderId === null ? {} : { folderId }) }));
  }

  @DoesOutside(routes.begin)
  begin(_: AskedOutside<typeof routes.begin>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(routes.goOn)
  goOn(_: AskedOutside<typeof routes.goOn>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(routes.howFar)
  howFar(_: AskedOutside<typeof routes.howFar>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(routes.giveUp)
  giveUp(_: AskedOutside<typeof routes.giveUp>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }
}
