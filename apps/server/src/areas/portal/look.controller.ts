import { Controller, HttpCode, Param, Post, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { IdPipe } from '../../platform/http/validation';
import { Needs, PORTAL_COOKIE, giveCookie } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { PortalService } from './portal.service';

@Controller('api/contacts')
export class LookController {
  constructor(private readonly portal: PortalService) {}

  /** Opens the portal as a contact sees it, for a person of the firm. */
  @Post(':id/look')
  @HttpCode(204)
  @Needs('see clients')
  async look(@InWork() work: Work, @Param('id', IdPipe) id: string, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    giveCookie(request, response, PORTAL_COOKIE, await this.portal.look(work, id), 1);
  }
}
