import { Controller } from '@nestjs/common';
import { type ClientRequest, ClientWords, SendBack, type SendPreview, SendRequest } from '@steady/contract/requests';
import * as routes from '@steady/contract/requests.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { RequestQueries } from './requests.queries';
import { RequestsService } from './requests.service';

@Controller()
export class RequestsController {
  constructor(
    private readonly requests: RequestsService,
    private readonly queries: RequestQueries,
  ) {}

  @Does(routes.ofClient)
  ofClient({ work, at: { id: clientId } }: Asked<typeof routes.ofClient>): Promise<ClientRequest[]> {
    return this.queries.ofClient(work, clientId);
  }

  @Does(routes.preview, { input: SendRequest })
  preview({ work, at: { id: jobId }, input }: Asked<typeof routes.preview>): Promise<SendPreview> {
    return this.requests.preview(work, jobId, input);
  }

  @Does(routes.send, { input: SendRequest })
  async send({ work, at: { id: jobId }, input }: Asked<typeof routes.send>): Promise<{ id: string }> {
    return { id: await this.requests.send(work, jobId, input) };
  }

  @Does(routes.accept)
  accept({ work, at: { id: itemId } }: Asked<typeof routes.accept>): Promise<void> {
    return this.requests.accept(work, itemId);
  }

  @Does(routes.sendBack, { input: SendBack })
  sendBack({ work, at: { id: itemId }, input }: Asked<typeof routes.sendBack>): Promise<void> {
    return this.requests.sendBack(work, itemId, input.reason);
  }

  @Does(routes.reply, { input: ClientWords })
  reply({ work, at: { id: itemId }, input }: Asked<typeof routes.reply>): Promise<void> {
    return this.requests.reply(work, itemId, input.text);
  }
}
