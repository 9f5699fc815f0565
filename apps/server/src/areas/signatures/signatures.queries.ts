import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { PortalSignature, SignatureView } from '@steady/contract/signatures';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

@Injectable()
export class SignatureQueries {
  /** What was given for signature in a job, the newest first, each with its signers in order. */
  ofJob(work: Work, jobId: string): Promise<SignatureView[]> {
    return rows<SignatureView>(
      work.tx,
      sql`select q.id, q.title, q.words, q.due_on as "dueOn", q.asked_at as "askedAt", q.asked_by as "askedBy", q.state, q.reason, q.document_id as "documentId", d.name as "documentName",
                 (select jsonb_agg(jsonb_build_object('id', s.id, 'name', s.name, 'state', s.state, 'turnSince', s.turn_since, 'signedAt', s.signed_at, 'signedAs', s.signed_as, 'onPaperBy', s.on_paper_by, 'scanId', s.scan_id)
                    order by s.position) from signers s where s.request_id = q.id) as signers
          from signature_requests q join documents d on d.id = q.document_id where q.job_id = ${jobId} and q.firm_id = ${work.firm.id} order by q.asked_at desc, q.id desc`,
    );
  }

  /** What the client's person who asks is to sign now, and what they have signed or refused. */
  ofContact(work: Work): Promise<PortalSignature[]> {
    return rows<PortalSignature>(
      work.tx,
      sql`select s.id, q.title, q.words, c.name as client, j.name as "jobName", d.name as "documentName", d.bytes::float8 as bytes, q.asked_by as "askedBy", q.asked_at as "askedAt", q.due_on as "dueOn",
                 case when q.state = 'withdrawn' then 'withdrawn' else s.state end as state, s.signed_at as "signedAt",
                 (select coalesce(array_agg(o.name order by o.position), '{}') from signers o where o.request_id = q.id and o.state = 'signed' and o.position < s.position) as "signedBefore"
          from signers s join signature_requests q on q.id = s.request_id join clients c on c.id = q.client_id join jobs j on j.id = q.job_id join documents d on d.id = q.document_id
          where s.contact_id = ${work.actor.id} and s.firm_id = ${work.firm.id} and s.turn_since is not null
            and exists (select from client_contacts k where k.client_id = q.client_id and k.contact_id = s.contact_id)
          order by (q.state = 'waiting' and s.state = 'waiting') desc, q.due_on desc, s.id`,
    );
  }
}
