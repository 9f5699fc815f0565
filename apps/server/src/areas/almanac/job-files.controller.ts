import { Controller, Inject, Req } from '@nestjs/common';
import type { Request } from 'express';
import { BeginJobRows, type JobFile, type JobFileRow, JobRowsAsked, type JobRowsBegun } from '@steady/contract/job-files';
import * as routes from '@steady/contract/job-files.routes';
import { bytesOf, receiveUpload } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { SETTINGS, type Settings } from '../../platform/settings';
import { Works } from '../../platform/work';
import { JobFilesService } from './job-files.service';

@Controller()
export class JobFilesController {
  constructor(
    private readonly jobFiles: JobFilesService,
    private readonly works: Works,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @DoesOutside(routes.read)
  async read(_asked: AskedOutside<typeof routes.read>, @Req() request: Request & Known): Promise<JobFile> {
    const { name, bytes } = await receiveUpload(request, (content) => bytesOf(content, this.settings.uploadLimit));
    const proposed = await this.works.run(request.identity!, (work) => this.jobFiles.proposed(work), { readOnly: true });
    return this.jobFiles.read(bytes, name, proposed);
  }

  @Does(routes.look, { input: JobRowsAsked })
  look({ work, input }: Asked<typeof routes.look>): Promise<JobFileRow[]> {
    return this.jobFiles.look(work, input);
  }

  @Does(routes.begin, { input: BeginJobRows })
  begin({ work, input }: Asked<typeof routes.begin>): Promise<JobRowsBegun> {
    return this.jobFiles.begin(work, input);
  }
}
