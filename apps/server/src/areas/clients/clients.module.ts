import { Area } from '../../platform/area';
import { PersonParts } from '../keeping';
import { WholeFileParts } from '../whole-file';
import { ClientWholeFile } from './whole-file.queries';
import { SearchResults } from '../search';
import { clientsFound, contactsFound, relatedFound } from './found.queries';
import { SHOWN_IN_PASSING, TodayParts, first } from '../today';
import { ListFields } from '../../platform/lists';
import { FIELDS_OF_JOBS } from './client-fields';
import { BroughtInService } from './brought-in.service';
import { BulkUndo } from './bulk-undo';
import { BulkService } from './bulk.service';
import { ClientParts } from './client-parts';
import { ClientRecords } from './client-records.service';
import { ClientsController } from './clients.controller';
import { ClientQueries } from './clients.queries';
import { ClientsService } from './clients.service';
import { ContactsController } from './contacts.controller';
import { ContactsKept } from './contacts-kept.queries';
import { ContactQueries } from './contacts.queries';
import { ContactMerging } from './contacts-merge.service';
import { ContactsService } from './contacts.service';
import { DetailsService } from './details.service';
import { MergeService } from './merge.service';
import { NotesService } from './notes.service';
import { SinceAdded } from './since-added.queries';
import { RelatedService } from './related.service';

@Area({
  controllers: [ClientsController, ContactsController],
  services: [
    ClientWholeFile,
    ClientParts,
    ClientRecords,
    ContactsService,
    ContactMerging,
    SinceAdded,
    ContactQueries,
    ContactsKept,
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
  constructor(
    fields: ListFields,
    today: TodayParts,
    contacts: ContactQueries,
    search: SearchResults,
    file: WholeFileParts,
    whole: ClientWholeFile,
    book: ClientsService,
    people: PersonParts,
    kept: ContactsKept,
  ) {
    people.bring(10, kept);
    file.knowClients(async (work, id) => (await book.get(work, id)).name);
    file.bring(10, (work, of) => whole.parts(work, of));
    search.bring(10, clientsFound);
    search.bring(30, contactsFound);
    search.bring(40, relatedFound);
    today.bring(async (work) => ({ nobodyToWriteTo: first(await contacts.nobodyToWriteTo(work, SHOWN_IN_PASSING)) }));
    fields.bring('jobs', 'number', FIELDS_OF_JOBS);
  }
}
