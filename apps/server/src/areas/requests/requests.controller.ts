import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { type ClientRequest, ClientWords, SendBack, type SendPreview, SendRequest } from '@steady/contract/requests';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, Once, type Work } from '../../platform/work';
import { RequestQueries } from './requests.queries';
import { RequestsService } from './requests.service';

@Controller('api')
@Needs('do work')
export class RequestsController {
  constructor(
    private readonly requests: RequestsService,
    private readonly queries: RequestQueries,
  ) {}

  @Get('clients/:id/requests')
  @Needs('see clients')
  ofClient(@InWork() work: Work, @Param('id', IdPipe) clientId: string): Promise<ClientRequest[]> {
    return this.queries.ofClient(work, clientId);
  }

  @Post('jobs/:id/requests/preview')
  @HttpCode(200)
  preview(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: SendRequest): Promise<SendPreview> {
    return this.requests.preview(work, jobId, input);
  }

  @Post('jobs/:id/requests')
  @Once()
  async send(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: SendRequest): Promise<{ id: string }> {
    return { id: await this.requests.send(work, jobId, input) };
  }

  @Post('request-items/:id/accept')
  @HttpCode(204)
  accept(@InWork() work: Work, @Param('id', IdPipe) itemId: string): Promise<void> {
    return this.requests.accept(work, itemId);
  }

  @Post('request-items/:id/send-back')
  @HttpCode(204)
  @Once()
  sendBack(@InWork() work: Work, @Param('id', IdPipe) itemId: string, @Body() input: SendBack): Promise<void> {
    return this.requests.sendBack(work, itemId, input.reason);
  }

  @Post('request-items/:id/reply')
  @HttpCode(204)
  @Once()
  reply(@InWork() work: Work, @Param('id', IdPipe) itemId: string, @Body() input: ClientWords): Promise<void> {
    return this.requests.reply(work, itemId, input.text);
  }
}
