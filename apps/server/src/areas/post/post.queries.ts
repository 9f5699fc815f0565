import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { PostRoomMessage, SentMessage } from '@steady/contract/post';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

const PAGE = 100;

@Injectable()
export class PostQueries {
  /** What the firm wrote, the newest first; of one client or job when given. */
  sent(work: Work, asked: { clientId?: string; jobId?: string; before?: string }): Promise<SentMessage[]> {
    return rows<SentMessage>(
      work.tx,
      sql`select m.id, m.at, m.to_name as "to", m.address, m.subject, m.body, m.status, m.client_id as "clientId", c.name as client, m.job_id as "jobId", m.by
          from messages m left join clients c on c.id = m.client_id
          where m.firm_id = ${work.firm.id} ${asked.clientId ? sql`and m.client_id = ${asked.clientId}` : sql``} ${asked.jobId ? sql`and m.job_id = ${asked.jobId}` : sql``}
            ${asked.before ? sql`and (m.at, m.id) < (select b.at, b.id from messages b where b.id = ${asked.before})` : sql``}
          order by m.at desc, m.id desc limit ${PAGE}`,
    );
  }

  /** What the simulated post room has taken, the newest first. */
  async postRoom(work: Work, before?: string): Promise<PostRoomMessage[]> {
    const found = await rows<Omit<PostRoomMessage, 'link'>>(
      work.tx,
      sql`select p.id, p.at, p.channel, p.to_name as "to", p.address, p.subject, p.body from post_room p
          where p.firm_id = ${work.firm.id} ${before ? sql`and (p.at, p.id) < (select b.at, b.id from post_room b where b.id = ${before})` : sql``}
          order by p.at desc, p.id desc limit ${PAGE}`,
    );
    return found.map((message) => ({ ...message, link: /\/portal\/door\/[\w-]+/.exec(message.body)?.[0] ?? null }));
  }
}
