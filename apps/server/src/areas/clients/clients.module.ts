import { Area } from '../../platform/area';
import { ListFields } from '../../platform/lists';
import { FIELDS_OF_JOBS } from './client-fields';
import { BroughtInService } from './brought-in.service';
import { BulkUndo } from './bulk-undo';
import { BulkService } from './bulk.service';
import { ClientRecords } from './client-records';
import { ClientsController } from './clients.controller';
import { ClientQueries } from './clients.queries';
import { ClientsService } from './clients.service';
import { ContactsController } from './contacts.controller';
import { ContactQueries } from './contacts.queries';
import { ContactsService } from './contacts.service';
import { DetailsService } from './details.service';
import { MergeService } from './merge.service';
import { NotesService } from './notes.service';
import { RelatedService } from './related.service';

@Area({
  controllers: [ClientsController, ContactsController],
  services: [
    ClientRecords,
    ContactsService,
    ContactQueries,
    ClientsService,
    MergeService,
    RelatedService,
    ClientQueries,
    BulkService,
    BulkUndo,
    BroughtInService,
    DetailsService,
    NotesService,
  ],
})
export class ClientsModule {
  constructor(fields: ListFields) {
    fields.bring('jobs', 'number', FIELDS_OF_JOBS);
  }
}
