import { Area } from '../../platform/area';
import { PersonParts } from '../keeping';
import { TodayParts } from '../today';
import { OwnDetailsController } from './own-details.controller';
import { OwnDetailsKept } from './own-details-kept.queries';
import { OwnDetailsQueries } from './own-details.queries';
import { OwnDetailsService } from './own-details.service';

@Area({ controllers: [OwnDetailsController], services: [OwnDetailsService, OwnDetailsQueries, OwnDetailsKept] })
export class OwnDetailsModule {
  constructor(today: TodayParts, queries: OwnDetailsQueries, people: PersonParts, kept: OwnDetailsKept) {
    people.bring(27, kept);
    today.bring(async (work, asked) => ({ proposedDetails: await queries.waiting(work, asked) }));
  }
}
