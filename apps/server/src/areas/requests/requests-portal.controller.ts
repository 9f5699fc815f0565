import { Controller, Req } from '@nestjs/common';
import type { Request } from 'express';
import { ClientWords } from '@steady/contract/requests';
import * as routes from '@steady/contract/requests-portal.routes';
import { Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { RequestsService } from './requests.service';

/** Requests as the client's people see and answer them. */
@Controller()
export class RequestsPortalController {
  constructor(
    private readonly requests: RequestsService,
    private readonly uploads: Uploads,
  ) {}

  @DoesOutside(routes.upload)
  async upload({ at: { id: itemId } }: AskedOutside<typeof routes.upload>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      (work) => this.requests.mayAnswer(work, itemId),
      (work, file) => this.requests.upload(work, itemId, file),
    );
  }

  @Does(routes.ask, { input: ClientWords })
  ask({ work, at: { id: itemId }, input }: Asked<typeof routes.ask>): Promise<void> {
    return this.requests.ask(work, itemId, input.text);
  }

  @Does(routes.doesNotApply, { input: ClientWords })
  doesNotApply({ work, at: { id: itemId }, input }: Asked<typeof routes.doesNotApply>): Promise<void> {
    return this.requests.doesNotApply(work, itemId, input.text);
  }
}
