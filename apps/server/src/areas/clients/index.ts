export { BroughtInService, ClientsBroughtIn } from './brought-in.service';
export { BulkService } from './bulk.service';
export { DetailsService } from './details.service';
export { NotesService } from './notes.service';
export { RelatedService } from './related.service';
export { ClientQueries } from './clients.queries';
export { type Client, ClientAdded, ClientChanged, ClientsService, bearsOnRules, factsOf } from './clients.service';
export { type Contact, ContactChanged, ContactsService } from './contacts.service';
export { ClientsMerged, moveToClient } from './merge.service';
