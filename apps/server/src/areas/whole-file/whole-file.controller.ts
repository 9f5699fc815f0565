import { Controller, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import * as routes from '@steady/contract/whole-file.routes';
import { type AskedOutside, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { Works } from '../../platform/work';
import { WholeFileService } from './whole-file.service';
import { writeZip } from './zip';

@Controller()
export class WholeFileController {
  constructor(
    private readonly works: Works,
    private readonly files: WholeFileService,
  ) {}

  /** A client's whole file as a ZIP of open formats. That it was taken is recorded. */
  @DoesOutside(routes.zip)
  async zip({ at: { id } }: AskedOutside<typeof routes.zip>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    const { name, entries } = await this.works.run(request.identity!, (work) => this.files.gather(work, id), { evenWhenLow: true });
    response.type('application/zip').attachment(name);
    await writeZip(response, entries);
  }
}
