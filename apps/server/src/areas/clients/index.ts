export { ClientQueries, containing } from './clients.queries';
export { type Client, ClientChanged, ClientsService, type Contact, factsOf } from './clients.service';
