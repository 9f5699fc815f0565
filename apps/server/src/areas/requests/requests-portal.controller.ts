import { Body, Controller, Get, HttpCode, Param, Post, Req } from '@nestjs/common';
import type { Request } from 'express';
import { ClientWords, type PortalRequest } from '@steady/contract/requests';
import { FileStore, receiveUpload } from '../../platform/files';
import { IdPipe } from '../../platform/http/validation';
import { ForClients, type Known } from '../../platform/identity';
import { InWork, OutsideWork, type Work, Works } from '../../platform/work';
import { RequestQueries } from './requests.queries';
import { RequestsService } from './requests.service';

/** Requests as the client's people see and answer them. */
@Controller('api/portal')
@ForClients()
export class RequestsPortalController {
  constructor(
    private readonly requests: RequestsService,
    private readonly queries: RequestQueries,
    private readonly store: FileStore,
    private readonly works: Works,
  ) {}

  @Get('requests')
  list(@InWork() work: Work): Promise<PortalRequest[]> {
    return this.queries.ofContact(work);
  }

  @Post('items/:id/files')
  @HttpCode(204)
  @OutsideWork()
  async upload(@Req() request: Request & Known, @Param('id', IdPipe) itemId: string): Promise<void> {
    const identity = request.identity!;
    await this.works.run(identity, (work) => this.requests.mayAnswer(work, itemId));
    const file = await receiveUpload(request, this.store);
    await this.works.run(identity, (work) => this.requests.upload(work, itemId, file));
  }

  @Post('items/:id/question')
  @HttpCode(204)
  ask(@InWork() work: Work, @Param('id', IdPipe) itemId: string, @Body() input: ClientWords): Promise<void> {
    return this.requests.ask(work, itemId, input.text);
  }

  @Post('items/:id/does-not-apply')
  @HttpCode(204)
  doesNotApply(@InWork() work: Work, @Param('id', IdPipe) itemId: string, @Body() input: ClientWords): Promise<void> {
    return this.requests.doesNotApply(work, itemId, input.text);
  }
}
