import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { civil, weekStart } from '@steady/core/calendar';
import { counted, plainDate } from '@steady/core/words';
import type { WantedLine } from '@steady/contract/asks';
import type { WantedAsked } from '@steady/contract/queries';
import type { TodayView } from '@steady/contract/today';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { peopleOfClients } from '../clients';
import { jobsInLists } from '../jobs';
import { shortNameOf } from '../team';
import { SHOWN, type TodayAsked, first } from '../today';
import { asks } from './asks.tables';

/** As many are listed, those wanted first. */
const LISTED = 300;

/** What lies with clients, by the day by which it is wanted. */
@Injectable()
export class WantedQueries {
  async lines(work: Work, { from, until, person }: WantedAsked, most = LISTED): Promise<(WantedLine & { inAll: number })[]> {
    const which: SQL[] = [sql`a.firm_id = ${work.firm.id}`, sql`a.state = 'with the client'`, sql`not a.released`, sql`a.owed <> '[]'`];
    if (from) which.push(sql`a.wanted_by >= ${from}`);
    if (until) which.push(sql`a.wanted_by <= ${until}`);
    if (person)
      which.push(sql`${person} in (coalesce(j.preparer_id, c.preparer_id), coalesce(j.manager_id, c.manager_id), coalesce(j.partner_id, c.partner_id))`);
    return rows(
      work.tx,
      sql`select a.id, a.title, a.client_id as "clientId", c.name as client, a.job_id as "jobId", j.name as job, a.wanted_by as "wantedOn",
            jsonb_array_length(a.owed) as things, a.promised_for as "promisedFor", ${shortNameOf('coalesce(j.preparer_id, c.preparer_id)')} as who, count(*) over ()::int as "inAll"
          from ${asks} a join ${peopleOfClients} c on c.id = a.client_id left join ${jobsInLists} j on j.id = a.job_id
          where ${sql.join(which, sql` and `)} order by a.wanted_by, c.name collate "unicode", a.id limit ${most}`,
    );
  }

  async list(work: Work, asked: WantedAsked): Promise<WantedLine[]> {
    return (await this.lines(work, asked)).map(({ inAll: _, ...line }) => line);
  }

  /** What clients owe by the end of this week, or owed before it. */
  async onToday(work: Work, { mine, me }: TodayAsked): Promise<Partial<TodayView>> {
    const until = weekStart(work.today).add({ days: 6 }).toString();
    const found = await this.lines(work, { until, ...(mine ? { person: me } : {}) }, SHOWN);
    return {
      wanted: first(
        found.map(({ id, title, clientId, client, jobId, wantedOn, things, promisedFor, who, inAll }) => ({
          id,
          what: title,
          clientId,
          client,
          jobId,
          dueOn: wantedOn,
          why: `${counted(things, 'thing')} missing${promisedFor === null ? '' : `, promised for ${plainDate(civil(promisedFor))}`}`,
          since: null,
          who,
          inAll,
        })),
      ),
    };
  }
}
