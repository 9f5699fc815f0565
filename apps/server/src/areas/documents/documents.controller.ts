import { Controller, Get, Header, Param, Query, type StreamableFile } from '@nestjs/common';
import type { DocumentView } from '@steady/contract/jobs';
import { FileStore } from '../../platform/files';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { DocumentQueries } from './documents.queries';
import { DocumentsService } from './documents.service';
import { sendDocument } from './send-document';

@Controller('api/documents')
export class DocumentsController {
  constructor(
    private readonly documents: DocumentsService,
    private readonly queries: DocumentQueries,
    private readonly store: FileStore,
  ) {}

  @Get()
  @Needs('see clients')
  list(@InWork() work: Work, @Query('client') clientId?: string, @Query('before') before?: string): Promise<DocumentView[]> {
    const id = new IdPipe();
    return this.queries.list(work, { clientId: clientId && id.transform(clientId), before: before && id.transform(before) });
  }

  @Get(':id/content')
  @Header('X-Content-Type-Options', 'nosniff')
  @Needs('see clients')
  async content(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<StreamableFile> {
    return sendDocument(this.store, await this.documents.get(work, id));
  }
}
