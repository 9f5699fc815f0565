import { Controller, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import * as routes from '@steady/contract/look.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { PORTAL_COOKIE, giveCookie, type Known } from '../../platform/identity';
import { PortalService } from './portal.service';

@Controller()
export class LookController {
  constructor(private readonly portal: PortalService) {}

  /** Opens the portal as a contact sees it, for a person of the firm. */
  @Does(routes.look)
  async look({ work, at: { id } }: Asked<typeof routes.look>, @Req() request: Request & Known, @Res({ passthrough: true }) response: Response): Promise<void> {
    giveCookie(request, response, PORTAL_COOKIE, await this.portal.look(work, id, request.session!.tokenHash), 1);
  }
}
