import { Area } from '../../platform/area';
import { SearchResults } from '../search';
import { proceduresFound } from './found.queries';
import { ListFields } from '../../platform/lists';
import { ActionPieces } from './action-pieces';
import { ProceduresController } from './procedures.controller';
import { ProcedureQueries } from './procedures.queries';
import { ProceduresService } from './procedures.service';
import { FIELDS_OF_JOBS } from './procedure-fields';

@Area({ controllers: [ProceduresController], services: [ActionPieces, ProceduresService, ProcedureQueries] })
export class ProceduresModule {
  constructor(fields: ListFields, search: SearchResults) {
    search.bring(70, proceduresFound);
    fields.bring('jobs', 'service', FIELDS_OF_JOBS);
  }
}
