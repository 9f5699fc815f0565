import { Area } from '../../platform/area';
import { TodayParts } from '../today';
import { HoldsService } from './holds.service';
import { KeepingController } from './keeping.controller';
import { KeptParts } from './kept-parts';
import { PeriodsService } from './periods.service';
import { PersonParts } from './person-parts';
import { PersonsDataService } from './persons-data.service';
import { YearlyLists } from './yearly-list.service';
import { may } from '../../platform/identity';

@Area({ controllers: [KeepingController], services: [KeptParts, PersonParts, PeriodsService, HoldsService, YearlyLists, PersonsDataService] })
export class KeepingModule {
  constructor(today: TodayParts, lists: YearlyLists) {
    today.bring(async (work) => ({ toDecide: may(work.actor, 'run firm') ? await lists.waiting(work) : 0 }));
  }
}
