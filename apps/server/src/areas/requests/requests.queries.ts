import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { ClientRequest, PortalRequest } from '@steady/contract/requests';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { REQUEST_ITEMS } from '../jobs';

@Injectable()
export class RequestQueries {
  /** What was asked of a client over all its jobs: what is open first, then the newest. */
  ofClient(work: Work, clientId: string): Promise<ClientRequest[]> {
    return rows<ClientRequest>(
      work.tx,
      sql`select r.id, r.title, r.due_on as "dueOn", r.sent_at as "sentAt", r.sent_by as "sentBy", r.complete, r.job_id as "jobId", j.name as "jobName", ${REQUEST_ITEMS} as items
          from requests r join jobs j on j.id = r.job_id where r.client_id = ${clientId} and r.firm_id = ${work.firm.id}
          order by r.complete, r.sent_at desc, r.id`,
    );
  }

  /** The requests that the client's person who asks may see, open ones first. */
  ofContact(work: Work): Promise<PortalRequest[]> {
    return rows<PortalRequest>(
      work.tx,
      sql`select r.id, r.title, r.due_on as "dueOn", r.sent_at as "sentAt", r.sent_by as "sentBy", r.complete, c.name as client, j.name as "jobName", ${REQUEST_ITEMS} as items
          from requests r join clients c on c.id = r.client_id join jobs j on j.id = r.job_id
          where r.client_id in (select client_id from client_contacts where contact_id = ${work.actor.id} and gets_requests)
          order by r.complete, r.due_on desc, r.id`,
    );
  }
}
