import { Controller, Inject, Req } from '@nestjs/common';
import type { Request } from 'express';
import { BringIn, type ImportLine, type ImportOutcome, type ImportView, SetMapping } from '@steady/contract/imports';
import { AfterRow } from '@steady/contract/queries';
import * as routes from '@steady/contract/imports.routes';
import { bytesOf, receiveUpload } from '../../platform/files';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { SETTINGS, type Settings } from '../../platform/settings';
import { Works } from '../../platform/work';
import { ImportsService } from './imports.service';
import { readTable } from './read-file';

@Controller()
export class ImportsController {
  constructor(
    private readonly imports: ImportsService,
    private readonly works: Works,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Does(routes.list, { query: AfterRow })
  list({ work, query }: Asked<typeof routes.list>): Promise<ImportLine[]> {
    return this.imports.list(work, query.before);
  }

  /** Reads a file of clients; nothing of it is brought in yet. */
  @DoesOutside(routes.begin)
  async begin(_asked: AskedOutside<typeof routes.begin>, @Req() request: Request & Known): Promise<{ id: string }> {
    const { name, bytes } = await receiveUpload(request, (content) => bytesOf(content, this.settings.uploadLimit));
    const table = await readTable(bytes, name);
    return { id: await this.works.run(request.identity!, (work) => this.imports.begin(work, name, table)) };
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<ImportView> {
    return this.imports.view(work, id);
  }

  @Does(routes.setMapping, { input: SetMapping })
  setMapping({ work, at: { id }, input }: Asked<typeof routes.setMapping>): Promise<void> {
    return this.imports.setMapping(work, id, input.mapping);
  }

  @Does(routes.bringIn, { input: BringIn })
  bringIn({ work, at: { id }, input }: Asked<typeof routes.bringIn>): Promise<ImportOutcome> {
    return this.imports.bringIn(work, id, input);
  }
}
