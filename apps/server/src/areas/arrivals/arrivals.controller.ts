import { Controller, Header, type StreamableFile } from '@nestjs/common';
import {
  type ArrivalLine,
  type ArrivalView,
  ArrivalsAsked,
  ChooseDropOffAddress,
  type DropOffView,
  FileArrival,
  type FiledArrival,
  KeepDropOff,
  ProspectFromArrival,
  RefuseArrival,
  TakeArrival,
} from '@steady/contract/arrivals';
import * as routes from '@steady/contract/arrivals.routes';
import { Versioned } from '@steady/contract/versioned';
import { FileStore } from '../../platform/files';
import { type Asked, Does } from '../../platform/http/routes';
import { sendDocument } from '../documents';
import { ArrivalQueries } from './arrivals.queries';
import { ArrivalsService } from './arrivals.service';
import { DropOffService } from './drop-off.service';

@Controller()
export class ArrivalsController {
  constructor(
    private readonly page: DropOffService,
    private readonly queries: ArrivalQueries,
    private readonly arrivals: ArrivalsService,
    private readonly store: FileStore,
  ) {}

  @Does(routes.page)
  dropOff({ work }: Asked<typeof routes.page>): Promise<DropOffView> {
    return this.page.view(work);
  }

  @Does(routes.keepPage, { input: KeepDropOff })
  keepPage({ work, input }: Asked<typeof routes.keepPage>): Promise<void> {
    return this.page.keep(work, input);
  }

  @Does(routes.chooseAddress, { input: ChooseDropOffAddress })
  chooseAddress({ work, input }: Asked<typeof routes.chooseAddress>): Promise<void> {
    return this.page.choose(work, input);
  }

  @Does(routes.list, { query: ArrivalsAsked })
  list({ work, query }: Asked<typeof routes.list>): Promise<ArrivalLine[]> {
    return this.queries.list(work, query);
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<ArrivalView> {
    return this.queries.view(work, id);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @Does(routes.file)
  async file({ work, at: { id } }: Asked<typeof routes.file>): Promise<StreamableFile> {
    const content = await this.arrivals.contentOf(work, id);
    return sendDocument(work, this.store, content, content.name);
  }

  @Does(routes.take, { input: TakeArrival })
  take({ work, at: { id }, input }: Asked<typeof routes.take>): Promise<void> {
    return this.arrivals.take(work, id, input);
  }

  @Does(routes.fileWith, { input: FileArrival })
  fileWith({ work, at: { id }, input }: Asked<typeof routes.fileWith>): Promise<FiledArrival> {
    return this.arrivals.fileWith(work, id, input);
  }

  @Does(routes.makeProspect, { input: ProspectFromArrival })
  makeProspect({ work, at: { id }, input }: Asked<typeof routes.makeProspect>): Promise<FiledArrival> {
    return this.arrivals.makeProspect(work, id, input);
  }

  @Does(routes.refuse, { input: RefuseArrival })
  refuse({ work, at: { id }, input }: Asked<typeof routes.refuse>): Promise<void> {
    return this.arrivals.refuse(work, id, input);
  }

  @Does(routes.takeBack, { input: Versioned })
  takeBack({ work, at: { id }, input }: Asked<typeof routes.takeBack>): Promise<void> {
    return this.arrivals.takeBack(work, id, input);
  }
}
