import { buffer } from 'node:stream/consumers';
import { Body, Controller, Get, HttpCode, Param, Post, Put, Req } from '@nestjs/common';
import type { Request } from 'express';
import { BringIn, type ImportLine, type ImportOutcome, type ImportView, SetMapping } from '@steady/contract/imports';
import { FileStore, receiveUpload } from '../../platform/files';
import { IdPipe } from '../../platform/http/validation';
import { type Known, Needs } from '../../platform/identity';
import { InWork, Once, OutsideWork, type Work, Works } from '../../platform/work';
import { ImportsService } from './imports.service';
import { readTable } from './read-file';

@Controller('api/imports')
export class ImportsController {
  constructor(
    private readonly imports: ImportsService,
    private readonly store: FileStore,
    private readonly works: Works,
  ) {}

  @Get()
  @Needs('change clients')
  list(@InWork() work: Work): Promise<ImportLine[]> {
    return this.imports.list(work);
  }

  /** Reads a file of clients; nothing of it is brought in yet. */
  @Post()
  @Needs('change clients')
  @OutsideWork()
  async begin(@Req() request: Request & Known): Promise<{ id: string }> {
    const file = await receiveUpload(request, this.store);
    const table = await readTable(await buffer(this.store.read(file.sha256)), file.name);
    return { id: await this.works.run(request.identity!, (work) => this.imports.begin(work, file.name, table)) };
  }

  @Get(':id')
  @Needs('change clients')
  view(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<ImportView> {
    return this.imports.view(work, id);
  }

  @Put(':id/mapping')
  @HttpCode(204)
  @Needs('change clients')
  setMapping(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: SetMapping): Promise<void> {
    return this.imports.setMapping(work, id, input.mapping);
  }

  @Post(':id/bring-in')
  @HttpCode(200)
  @Needs('change clients')
  @Once()
  bringIn(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: BringIn): Promise<ImportOutcome> {
    return this.imports.bringIn(work, id, input);
  }
}
