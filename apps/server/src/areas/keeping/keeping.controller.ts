import { Controller, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import {
  DecideThings,
  HoldThings,
  type HoldView,
  type PeriodsView,
  type PersonsData,
  SetPeriods,
  TheseThings,
  type ThingsLooked,
  type YearlyList,
} from '@steady/contract/keeping';
import * as routes from '@steady/contract/keeping.routes';
import { OfRecord } from '@steady/contract/queries';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { Works } from '../../platform/work';
import { writeZip } from '../whole-file';
import { HoldsService } from './holds.service';
import { PeriodsService } from './periods.service';
import { PersonsDataService } from './persons-data.service';
import { YearlyLists } from './yearly-list.service';

/** How long things are kept, what may be destroyed, and what is known of one person. */
@Controller()
export class KeepingController {
  constructor(
    private readonly ofTime: PeriodsService,
    private readonly lists: YearlyLists,
    private readonly held: HoldsService,
    private readonly people: PersonsDataService,
    private readonly works: Works,
  ) {}

  @Does(routes.periods)
  periods({ work }: Asked<typeof routes.periods>): Promise<PeriodsView> {
    return this.ofTime.view(work);
  }

  @Does(routes.setPeriods, { input: SetPeriods })
  setPeriods({ work, input }: Asked<typeof routes.setPeriods>): Promise<void> {
    return this.ofTime.set(work, input);
  }

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<YearlyList> {
    return this.lists.list(work);
  }

  @Does(routes.look, { input: TheseThings })
  look({ work, input }: Asked<typeof routes.look>): Promise<ThingsLooked> {
    return this.lists.look(work, input.things);
  }

  @Does(routes.decide, { input: DecideThings })
  decide({ work, input }: Asked<typeof routes.decide>): Promise<ThingsLooked> {
    return this.lists.decide(work, input);
  }

  @Does(routes.holds, { query: OfRecord })
  holds({ work, query }: Asked<typeof routes.holds>): Promise<HoldView[]> {
    return this.held.list(work, query.client);
  }

  @Does(routes.hold, { input: HoldThings })
  async hold({ work, at: { id }, input }: Asked<typeof routes.hold>): Promise<{ id: string }> {
    return { id: await this.held.hold(work, id, input) };
  }

  @Does(routes.endHold)
  endHold({ work, at: { id } }: Asked<typeof routes.endHold>): Promise<void> {
    return this.held.end(work, id);
  }

  @Does(routes.person)
  person({ work, at: { id } }: Asked<typeof routes.person>): Promise<PersonsData> {
    return this.people.view(work, id);
  }

  @DoesOutside(routes.personsFile)
  async personsFile({ at: { id } }: AskedOutside<typeof routes.personsFile>, @Req() request: Request & Known, @Res() response: Response): Promise<void> {
    const { name, entries } = await this.works.run(request.identity!, (work) => this.people.give(work, id), { evenWhenLow: true });
    response.type('application/zip').attachment(name);
    await writeZip(response, entries);
  }

  @Does(routes.erase)
  erase({ work, at: { id } }: Asked<typeof routes.erase>): Promise<PersonsData> {
    return this.people.erase(work, id);
  }
}
