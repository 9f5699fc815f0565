import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { ProposedLine } from '@steady/contract/own-details';
import type { First } from '@steady/contract/today';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { ClientsService, ContactsService } from '../clients';
import { type Counted, SHOWN_IN_PASSING, type TodayAsked, first } from '../today';

type Found = Omit<ProposedLine, 'by' | 'client'>;

/** Reads of what clients propose. */
@Injectable()
export class OwnDetailsQueries {
  constructor(
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
  ) {}

  /** Those that wait for somebody, the oldest first: for the person's own day those of clients that they look after. */
  async waiting(work: Work, { mine, me }: TodayAsked): Promise<First<ProposedLine>> {
    const theirs = mine ? (await this.clients.servedBy(work, me)).map(({ id }) => id) : null;
    const whose = theirs === null ? sql`true` : sql`d.client_id in (select jsonb_array_elements_text(${JSON.stringify(theirs)}::jsonb)::uuid)`;
    const { rows: found, count } = first(
      await rows<Counted<Found>>(
        work.tx,
        sql`select d.id, d.at, d.client_id as "clientId", d.contact_id as "contactId", d.about, d.what, count(*) over ()::int as "inAll"
            from proposed_details d where d.firm_id = ${work.firm.id} and d.decided_at is null and ${whose} order by d.at, d.id limit ${SHOWN_IN_PASSING}`,
      ),
    );
    return { rows: await this.asLines(work, found), count };
  }

  /** With who proposes, and of which client. Whoever is no longer linked to a client that is seen is somebody. */
  async asLines(work: Work, found: readonly Found[]): Promise<ProposedLine[]> {
    if (found.length === 0) return [];
    const clients = await this.clients.names(
      work,
      found.map(({ clientId }) => clientId),
    );
    const people = await this.contacts.names(
      work,
      found.map(({ contactId }) => contactId),
    );
    return found.map(({ id, at, clientId, contactId, about, what }) => ({
      id,
      at,
      clientId,
      contactId,
      about,
      what,
      by: people.get(contactId) ?? 'somebody',
      client: clients.get(clientId) ?? '',
    }));
  }
}
