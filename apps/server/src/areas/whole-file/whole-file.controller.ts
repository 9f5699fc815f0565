import { Controller, Get, Param, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { IdPipe } from '../../platform/http/validation';
import { type Known, Needs } from '../../platform/identity';
import { OutsideWork, Works } from '../../platform/work';
import { WholeFileService } from './whole-file.service';
import { writeZip } from './zip';

@Controller('api/clients')
export class WholeFileController {
  constructor(
    private readonly works: Works,
    private readonly files: WholeFileService,
  ) {}

  /** A client's whole file as a ZIP of open formats. That it was taken is recorded. */
  @Get(':id/whole.zip')
  @Needs('see clients')
  @OutsideWork()
  async zip(@Req() request: Request & Known, @Param('id', IdPipe) id: string, @Res() response: Response): Promise<void> {
    const { name, entries } = await this.works.run(request.identity!, (work) => this.files.gather(work, id));
    response.type('application/zip').attachment(name);
    await writeZip(response, entries);
  }
}
