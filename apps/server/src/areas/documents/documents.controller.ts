import { Controller, Get, Header, Param, Post, Query, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import type { DocumentView } from '@steady/contract/jobs';
import { FileStore, receiveUpload } from '../../platform/files';
import { IdPipe } from '../../platform/http/validation';
import { type Known, Needs } from '../../platform/identity';
import { InWork, OutsideWork, type Work, Works } from '../../platform/work';
import { JobsService } from '../jobs';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';
import { sendDocument } from './send-document';

@Controller('api')
export class DocumentsController {
  constructor(
    private readonly documents: DocumentsService,
    private readonly queries: DocumentQueries,
    private readonly store: FileStore,
    private readonly jobs: JobsService,
    private readonly works: Works,
  ) {}

  @Get('documents')
  @Needs('see clients')
  list(@InWork() work: Work, @Query('client') clientId?: string, @Query('before') before?: string): Promise<DocumentView[]> {
    const id = new IdPipe();
    return this.queries.list(work, { clientId: clientId && id.transform(clientId), before: before && id.transform(before) });
  }

  @Get('documents/:id/content')
  @Header('X-Content-Type-Options', 'nosniff')
  @Needs('see clients')
  async content(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<StreamableFile> {
    return sendDocument(this.store, await this.documents.get(work, id));
  }

  /** Files a document in a job, by a person of the firm. */
  @Post('jobs/:id/documents')
  @Needs('do work')
  @OutsideWork()
  async add(@Req() request: Request & Known, @Param('id', IdPipe) jobId: string): Promise<{ id: string }> {
    const identity = request.identity!;
    // Whoever may not see the job is told before a file is read.
    const { clientId } = await this.works.run(identity, (work) => this.jobs.get(work, jobId), { readOnly: true });
    const file = await receiveUpload(request, this.store);
    return { id: await this.works.run(identity, (work) => this.documents.file(work, file, { clientId, jobId })) };
  }
}
