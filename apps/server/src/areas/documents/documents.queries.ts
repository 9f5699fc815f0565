import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { FULL_PAGE } from '@steady/contract/paging';
import type { DocumentView } from '@steady/contract/jobs';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

@Injectable()
export class DocumentQueries {
  /** The newest first; `before` is the id of the last one shown before. */
  list(work: Work, asked: { clientId?: string; jobId?: string; before?: string }): Promise<DocumentView[]> {
    return rows<DocumentView>(
      work.tx,
      sql`select d.id, d.name, d.bytes::float8 as bytes, d.kind, d.at, d.by, d.client_id as "clientId", c.name as client, d.job_id as "jobId"
          from documents d join clients c on c.id = d.client_id
          where d.firm_id = ${work.firm.id}
            ${asked.clientId ? sql`and d.client_id = ${asked.clientId}` : sql``} ${asked.jobId ? sql`and d.job_id = ${asked.jobId}` : sql``}
            ${asked.before ? sql`and (d.at, d.id) < (select b.at, b.id from documents b where b.id = ${asked.before})` : sql``}
          order by d.at desc, d.id desc limit ${FULL_PAGE}`,
    );
  }
}
