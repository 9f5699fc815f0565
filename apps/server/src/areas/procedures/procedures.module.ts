import { Area } from '../../platform/area';
import { ListFields } from '../../platform/lists';
import { sql } from 'drizzle-orm';
import { ActionPieces } from './action-pieces';
import { ProceduresController } from './procedures.controller';
import { ProcedureQueries } from './procedures.queries';
import { ProceduresService } from './procedures.service';

@Area({ controllers: [ProceduresController], services: [ActionPieces, ProceduresService, ProcedureQueries] })
export class ProceduresModule {
  constructor(fields: ListFields) {
    fields.bring('jobs', 'service', [
      { key: 'procedure', name: 'Procedure', kind: 'text', value: sql`(select p.name from procedures p where p.id = j.procedure_id)` },
    ]);
  }
}
