import { type SQL, sql } from 'drizzle-orm';
import { clientGrants } from './access.tables';

/** Whether a client was granted to a person by itself, as part of a statement of another area; whoever sees every client needs no grant. */
export const isGranted = (memberId: SQL, clientId: SQL): SQL<boolean> =>
  sql<boolean>`exists (select 1 from ${clientGrants} where ${clientGrants.memberId} = ${memberId} and ${clientGrants.clientId} = ${clientId})`;
