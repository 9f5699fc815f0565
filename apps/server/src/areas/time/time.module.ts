import { Area } from '../../platform/area';
import { WholeFileParts } from '../whole-file';
import { TimeWholeFile } from './whole-file.queries';
import { ListFields } from '../../platform/lists';
import { FIELDS_OF_JOBS } from './time-fields';
import { CorrectionsService } from './corrections.service';
import { TimeController } from './time.controller';
import { TimeQueries } from './time.queries';
import { TimeService } from './time.service';

@Area({ controllers: [TimeController], services: [TimeWholeFile, TimeService, CorrectionsService, TimeQueries] })
export class TimeModule {
  constructor(fields: ListFields, file: WholeFileParts, whole: TimeWholeFile) {
    file.bring(60, (work, of) => whole.parts(work, of));
    fields.bring('jobs', 'estimate', FIELDS_OF_JOBS);
  }
}
