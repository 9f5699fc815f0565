import { Controller, Inject, Req } from '@nestjs/common';
import type { Request } from 'express';
import { BringIn, type ImportLine, type ImportOutcome, type ImportView, MendCell, SetMapping } from '@steady/contract/imports';
import { AfterRow } from '@steady/contract/queries';
import * as routes from '@steady/contract/imports.routes';
import { bytesOf, receiveUpload } from '../../platform/files';
import { HeavyWork } from '../../platform/heavy';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { type Known } from '../../platform/identity';
import { SETTINGS, type Settings } from '../../platform/settings';
import { ImportsService } from './imports.service';
import { ReadTable } from './tasks';

@Controller()
export class ImportsController {
  constructor(
    private readonly imports: ImportsService,
    private readonly heavy: HeavyWork,
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
    const read = await this.heavy.run(ReadTable, { bytes, name });
    return { id: await this.imports.begin(request.identity!, name, read) };
  }

  /** Outside a transaction: the rows are compared while others go on. */
  @DoesOutside(routes.view)
  view({ at: { id } }: AskedOutside<typeof routes.view>, @Req() request: Request & Known): Promise<ImportView> {
    return this.imports.view(request.identity!, id);
  }

  @Does(routes.setMapping, { input: SetMapping })
  setMapping({ work, at: { id }, input }: Asked<typeof routes.setMapping>): Promise<void> {
    return this.imports.setMapping(work, id, input.mapping);
  }

  @Does(routes.mend, { input: MendCell })
  mend({ work, at: { id }, input }: Asked<typeof routes.mend>): Promise<void> {
    return this.imports.mend(work, id, input);
  }

  @Does(routes.drop)
  drop({ work, at: { id } }: Asked<typeof routes.drop>): Promise<void> {
    return this.imports.drop(work, id);
  }

  @Does(routes.bringIn, { input: BringIn })
  bringIn({ work, at: { id }, input }: Asked<typeof routes.bringIn>): Promise<ImportOutcome> {
    return this.imports.bringIn(work, id, input);
  }
}
