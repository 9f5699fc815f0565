import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { WipFigures, WipPage, WipRow } from '@steady/contract/fees';
import { minus } from '@steady/core/money';
import { type AsFigures, inCurrency, rows } from '../../platform/database';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';

const LISTED = 1000;
type Sums = AsFigures<Omit<WipFigures, 'ages' | 'net'> & WipFigures['ages']>;

/** WIP of the firm: one definition of each figure, for every page that says one. */
@Injectable()
export class WipQueries {
  /** WIP by job, the oldest first; jobs with nothing open are left out. The figures are of all of them, however many are listed. */
  async page(work: Work): Promise<WipPage> {
    const found = await rows<AsFigures<WipRow>>(
      work.tx,
      sql`select j.id as "jobId", j.number as "jobNumber", j.name as job, c.id as "clientId", c.name as client, j.fee::float8 as fee, w.recorded::float8 as recorded, w.billed::float8 as billed, w.balance::float8 as balance,
                 w.oldest, (${work.today.toString()}::date - w.oldest)::int as days
          from (select job_id, sum(amount) as balance, coalesce(sum(amount) filter (where kind in ('time', 'expense')), 0) as recorded, coalesce(-sum(amount) filter (where kind = 'bill'), 0) as billed, min(on_day) as oldest
                from wip_postings where firm_id = ${work.firm.id} group by job_id having sum(amount) <> 0) w
          join jobs j on j.id = w.job_id join clients c on c.id = j.client_id order by w.oldest, j.id limit ${LISTED + 1}`,
    );
    return {
      figures: await this.figures(work),
      rows: found.slice(0, LISTED).map((row) => inCurrency(work.firm.currency, row, 'fee', 'recorded', 'billed', 'balance')),
      more: found.length > LISTED,
    };
  }

  /** The figures for whoever sees fees; null for whoever does not. */
  async figuresFor(work: Work): Promise<WipFigures | null> {
    return may(work.actor, 'see fees') ? this.figures(work) : null;
  }

  private async figures(work: Work): Promise<WipFigures> {
    const [found] = await rows<Sums>(
      work.tx,
      sql`
        select count(*)::int as jobs,
          coalesce(sum(recorded), 0)::float8 as recorded, coalesce(sum(billed), 0)::float8 as billed,
          coalesce(sum(balance) filter (where balance > 0), 0)::float8 as "notBilled",
          coalesce(-sum(balance) filter (where balance < 0), 0)::float8 as "billedAhead",
          coalesce(sum(balance) filter (where balance > 0 and days <= 30), 0)::float8 as "upTo30",
          coalesce(sum(balance) filter (where balance > 0 and days between 31 and 60), 0)::float8 as "upTo60",
          coalesce(sum(balance) filter (where balance > 0 and days between 61 and 90), 0)::float8 as "upTo90",
          coalesce(sum(balance) filter (where balance > 0 and days > 90), 0)::float8 as "over90"
        from (
          select sum(amount) as balance, ${work.today.toString()}::date - min(on_day) as days,
                 sum(amount) filter (where kind in ('time', 'expense')) as recorded, -sum(amount) filter (where kind = 'bill') as billed
          from wip_postings where firm_id = ${work.firm.id} group by job_id having sum(amount) <> 0
        ) w`,
    );
    const { upTo30, upTo60, upTo90, over90, ...sums } = inCurrency(
      work.firm.currency,
      found!,
      ...(['recorded', 'billed', 'notBilled', 'billedAhead', 'upTo30', 'upTo60', 'upTo90', 'over90'] as const),
    );
    return { ...sums, net: minus(sums.notBilled, sums.billedAhead), ages: { upTo30, upTo60, upTo90, over90 } };
  }
}
