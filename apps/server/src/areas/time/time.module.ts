import { Area } from '../../platform/area';
import { ListFields } from '../../platform/lists';
import { FIELDS_OF_JOBS } from './time-fields';
import { TimeController } from './time.controller';
import { TimeQueries } from './time.queries';
import { TimeService } from './time.service';

@Area({ controllers: [TimeController], services: [TimeService, TimeQueries] })
export class TimeModule {
  constructor(fields: ListFields) {
    fields.bring('jobs', 'estimate', FIELDS_OF_JOBS);
  }
}
