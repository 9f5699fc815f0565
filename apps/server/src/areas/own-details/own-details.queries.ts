import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { ProposedLine } from '@steady/contract/own-details';
import type { First } from '@steady/contract/today';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { type Counted, SHOWN_IN_PASSING, type TodayAsked, first } from '../today';

/** Reads of what clients propose. */
@Injectable()
export class OwnDetailsQueries {
  /** Those that wait for somebody, the oldest first: for the person's own day those of clients that they look after. */
  async waiting(work: Work, { mine, me }: TodayAsked): Promise<First<ProposedLine>> {
    const whose = mine ? sql`${me} in (c.manager_id, c.partner_id, c.preparer_id)` : sql`true`;
    return first(
      await rows<Counted<ProposedLine>>(
        work.tx,
        sql`select d.id, d.at, p.name as by, d.client_id as "clientId", c.name as client, d.contact_id as "contactId", d.about, d.what, count(*) over ()::int as "inAll"
            from proposed_details d join clients c on c.id = d.client_id join contacts p on p.id = d.contact_id
            where d.firm_id = ${work.firm.id} and d.decided_at is null and ${whose} order by d.at, d.id limit ${SHOWN_IN_PASSING}`,
      ),
    );
  }
}
