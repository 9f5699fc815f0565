import { Controller, Header, Req, type StreamableFile } from '@nestjs/common';
import type { Request } from 'express';
import { Letterhead, type LetterheadView } from '@steady/contract/letterhead';
import * as routes from '@steady/contract/team.routes';
import { Uploads } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { LetterheadService } from './letterhead.service';
import { LogoService } from './logo.service';

/** Who the firm is on its own paper and pages. */
@Controller()
export class LetterheadController {
  constructor(
    private readonly paper: LetterheadService,
    private readonly logos: LogoService,
    private readonly uploads: Uploads,
  ) {}

  @Does(routes.letterhead)
  letterhead({ work }: Asked<typeof routes.letterhead>): LetterheadView {
    return this.paper.view(work);
  }

  @Does(routes.keepLetterhead, { input: Letterhead })
  keepLetterhead({ work, input }: Asked<typeof routes.keepLetterhead>): Promise<void> {
    return this.paper.keep(work, input);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.logo)
  logo({ work }: Asked<typeof routes.logo>): Promise<StreamableFile> {
    return this.logos.content(work);
  }

  @DoesOutside(routes.keepLogo)
  async keepLogo(_asked: AskedOutside<typeof routes.keepLogo>, @Req() request: Request & Known): Promise<void> {
    await this.uploads.take(
      request,
      () => Promise.resolve(),
      (work, file) => this.logos.keep(work, file),
    );
  }

  @Does(routes.removeLogo)
  removeLogo({ work }: Asked<typeof routes.removeLogo>): Promise<void> {
    return this.logos.remove(work);
  }
}
