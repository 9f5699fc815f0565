export { ClientQueries, containing } from './clients.queries';
export { type Client, ClientAdded, ClientChanged, ClientsService, type Contact, factsOf } from './clients.service';
