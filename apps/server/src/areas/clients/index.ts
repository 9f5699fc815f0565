export { BroughtInService, ClientsBroughtIn } from './brought-in.service';
export { BulkService } from './bulk.service';
export { ListsService } from './lists.service';
export { NotesService } from './notes.service';
export { ClientQueries } from './clients.queries';
export { containing } from './containing';
export { type Client, ClientAdded, ClientChanged, ClientsService, type Contact, bearsOnRules, factsOf } from './clients.service';
