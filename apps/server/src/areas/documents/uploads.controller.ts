import { Controller, type OnModuleInit, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { DocumentAdded } from '@steady/contract/documents';
import * as routes from '@steady/contract/uploads.routes';
import * as portalRoutes from '@steady/contract/uploads-portal.routes';
import { ResumedUploads, type Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { type AskedOutside, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { JobsService } from '../jobs';
import { DocumentChanges } from './document-changes.service';
import { DocumentsService } from './documents.service';
import { DocumentsOfPortal } from './documents-portal.queries';
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
    private readonly papers: DocumentsOfPortal,
  ) {}

  onModuleInit(): void {
    this.toPortal();
    const mayGoInto = async (work: Work, clientId: string, folderId: string | null) => {
      if (folderId !== null) await this.folders.into(work, clientId, folderId);
    };
    this.resumed.register('staff', 'client', {
      may: async (work, { of, folderId }) => mayGoInto(work, (await this.clients.standing(work, of)).id, folderId),
      record: async (work, file, { of, folderId }) => this.filed(work, file, { clientId: (await this.clients.standing(work, of)).id, jobId: null }, folderId),
    });
    this.resumed.register('staff', 'job', {
      may: async (work, { of, folderId }) => mayGoInto(work, (await this.jobs.get(work, of)).clientId, folderId),
      record: async (work, file, { of: jobId, folderId }) => this.filed(work, file, { clientId: (await this.jobs.get(work, jobId)).clientId, jobId }, folderId),
    });
    this.resumed.register('staff', 'document', {
      may: (work, { of }) => this.changes.mayReplace(work, of),
      record: async (work, file, { of: documentId }) => {
        await this.changes.replace(work, documentId, file);
        return this.documents.added(work, documentId);
      },
    });
  }

  private toPortal(): void {
    const may = async (work: Work, { of, folderId }: { of: string; folderId: string | null }) => {
      if (folderId === null) throw Problem.notFound('folder');
      await this.papers.mustAdd(work, of, folderId);
      await this.documents.mayTakeIn(work, of);
      return folderId;
    };
    this.resumed.register('portal', 'folder', {
      may,
      record: async (work, file, { of, folderId }) => {
        await this.documents.file(work, file, { clientId: of, jobId: null, folderId: await may(work, { of, folderId }) });
        return {};
      },
    });
  }

  private async filed(work: Work, file: Upload, of: { clientId: string; jobId: string | null }, folderId: string | null): Promise<DocumentAdded> {
    return this.documents.added(work, await this.documents.file(work, file, { ...of, ...(folderId === null ? {} : { folderId }) }));
  }

  @DoesOutside(portalRoutes.begin)
  beginInPortal(_: AskedOutside<typeof portalRoutes.begin>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(routes.begin)
  begin(_: AskedOutside<typeof routes.begin>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(portalRoutes.goOn)
  goOnInPortal(_: AskedOutside<typeof portalRoutes.goOn>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(routes.goOn)
  goOn(_: AskedOutside<typeof routes.goOn>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(portalRoutes.howFar)
  howFarInPortal(_: AskedOutside<typeof portalRoutes.howFar>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(routes.howFar)
  howFar(_: AskedOutside<typeof routes.howFar>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(portalRoutes.giveUp)
  giveUpInPortal(_: AskedOutside<typeof portalRoutes.giveUp>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }

  @DoesOutside(routes.giveUp)
  giveUp(_: AskedOutside<typeof routes.giveUp>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    return this.resumed.handle(request, response);
  }
}
