import { Injectable } from '@nestjs/common';
import { parse } from 'csv-parse/sync';
import { and, desc, eq, sql } from 'drizzle-orm';
import { FULL_PAGE } from '@steady/contract/paging';
import type { SeasonAsked, SeasonPreview, SeasonRow, SeasonStartView, StartSeason } from '@steady/contract/season';
import { type AsFigures, inCurrency, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import { type Work, staffId, mustSeeAllOf, ofOwn } from '../../platform/work';
import { JobStandingService } from '../jobs';
import { askedEachTime } from '../requests';
import { ServicesService } from '../services';
import { ClientsService, clientName } from '../clients';
import { shortNameOf } from '../team';
import { AlmanacService } from './almanac.service';
import { WITH_ESTIMATE } from './estimate-sql';
import { seasonStarts } from './almanac.tables';

export const SeasonStarted = eventKind<{ startId: string }>('season started', 'almanac');
export const SeasonTakenBack = eventKind<{ startId: string }>('season taken back', 'almanac');

/** Who stands in each line of a pasted list or CSV: its first cell, or the whole of it where a name has a comma in it. */
function namesIn(text: string): { first: string; whole: string }[] {
  const records = parse(text, { delimiter: [';', '\t', ','], relax_column_count: true, relax_quotes: true, skip_empty_lines: true, trim: true });
  return records.flatMap((cells) => (cells[0] ? [{ first: cells[0], whole: cells.join(', ') }] : []));
}

/** Begins many jobs at once: a season or a year for a chosen set of clients, after a look at who is in it; one undo takes it back. */
@Injectable()
export class SeasonService {
  constructor(
    private readonly events: Events,
    private readonly services: ServicesService,
    private readonly clients: ClientsService,
    private readonly almanac: AlmanacService,
    private readonly jobStanding: JobStandingService,
  ) {}

  /** Who would be begun, who is there already, and who is left out and why. Nothing is written. */
  async preview(work: Work, { serviceId, until, clientIds, text }: SeasonAsked): Promise<SeasonPreview> {
    await this.services.get(work, serviceId);
    const found = await this.candidates(work, serviceId, until);
    const notFound: string[] = [];
    let chosen: Set<string> | null = clientIds ? new Set(clientIds) : null;
    if (text !== undefined) {
      chosen = new Set();
      const clients = await this.clients.numbered(work);
      const byName = new Map(clients.flatMap((client) => [[client.name.toLowerCase(), client.id] as const, [String(client.number), client.id] as const]));
      for (const { first, whole } of namesIn(text)) {
        const id = byName.get(whole.toLowerCase()) ?? byName.get(first.toLowerCase());
        if (id) chosen.add(id);
        else if (!/^(client|name|number)$/i.test(first)) notFound.push(whole);
      }
    }
    const wanted = chosen === null ? found : found.filter((row) => chosen.has(row.clientId));
    const without =
      chosen === null
        ? []
        : await this.without(
            work,
            [...chosen].filter((id) => !found.some((row) => row.clientId === id)),
          );
    const fees = may(work.actor, 'see fees');
    return { rows: wanted.map((row) => ({ ...row, fee: fees ? row.fee : null })), without, notFound };
  }

  private async candidates(work: Work, serviceId: string, until: string): Promise<SeasonRow[]> {
    const found = await rows<AsFigures<SeasonRow>>(
      work.tx,
      sql`select o.id as "obligationId", o.line_id as "lineId", o.client_id as "clientId", ${clientName(sql`o.client_id`)} as client, o.name, o.period_end as "periodEnd", o.due_on as "dueOn", l.fee::float8 as fee,
                 coalesce(e.minutes, 0)::int as minutes, ${askedEachTime(sql`o.line_id`)} as asks, j.id as "jobId", j.number as "jobNumber"
          from obligations o join service_lines l on l.id = o.line_id join services s on s.id = o.service_id ${WITH_ESTIMATE}
          left join jobs j on j.obligation_id = o.id
          where o.firm_id = ${work.firm.id} and o.service_id = ${serviceId} and o.leads and o.period_end <= ${until} and (o.status = 'open' or j.status = 'open')
          order by ${clientName(sql`o.client_id`)} collate "unicode", o.due_on, o.id limit 5000`,
    );
    return found.map((row) => inCurrency(work.firm.currency, row, 'fee'));
  }

  private async without(work: Work, ids: string[]): Promise<SeasonPreview['without']> {
    return (await this.clients.inOrder(work, ids)).map(({ id, name }) => ({ clientId: id, client: name }));
  }

  /** Begins the jobs of the chosen deadlines. One that was begun meanwhile is passed over. */
  async start(work: Work, { obligationIds, what, begins }: StartSeason): Promise<{ id: string; begun: number; there: number }> {
    const begun: string[] = [];
    let there = 0;
    for (const id of obligationIds) {
      const obligation = await this.almanac.get(work, id);
      if (obligation.begun || obligation.status !== 'open') there += 1;
      else begun.push(await this.almanac.startNow(work, id, begins));
    }
    if (begun.length === 0) throw Problem.refused('all-there', 'All of these have begun already. Nothing was added.');
    const [saved] = await work.tx
      .insert(seasonStarts)
      .values({ firmId: work.firm.id, at: work.now.toString(), byId: staffId(work), what, jobIds: begun })
      .returning({ id: seasonStarts.id });
    await this.events.record(work, SeasonStarted, { what: `began ${begun.length} jobs together: ${what}`, payload: { startId: saved!.id } });
    return { id: saved!.id, begun: begun.length, there };
  }

  /** What was begun together, the newest first, a page at a time. @param before the last of the page before */
  list(work: Work, before?: string): Promise<SeasonStartView[]> {
    return rows<SeasonStartView>(
      work.tx,
      sql`select s.id, s.at, s.what, ${shortNameOf('s.by_id')} as who, jsonb_array_length(s.job_ids) as jobs, s.undone_at as "undoneAt" from season_starts s
          where s.firm_id = ${work.firm.id} and ${ofOwn(work, sql`s.by_id`)} ${before === undefined ? sql`` : sql`and s.id < ${before}`} order by s.id desc limit ${FULL_PAGE}`,
    );
  }

  /** Takes back what was begun together, but for jobs on which somebody has worked. */
  async undo(work: Work, startId: string): Promise<{ takenBack: number; left: number }> {
    const [start] = await work.tx
      .select()
      .from(seasonStarts)
      .where(and(eq(seasonStarts.id, startId), eq(seasonStarts.firmId, work.firm.id)))
      .orderBy(desc(seasonStarts.at))
      .for('update');
    if (!start) throw Problem.notFound('start of a season');
    if (start.undoneAt) throw Problem.refused('taken-back-already', 'This was undone already.');
    await mustSeeAllOf(work, 'jobs', start.jobIds);
    const gone = await this.jobStanding.takeBack(work, start.jobIds);
    // They come into being again by themselves when their lead time has come.
    await work.tx.execute(
      sql`update obligations set begun = false where id in (select jsonb_array_elements_text(${JSON.stringify(gone.map((job) => job.obligationId))}::jsonb)::uuid)`,
    );
    await work.tx.update(seasonStarts).set({ undoneAt: work.now.toString() }).where(eq(seasonStarts.id, startId));
    const left = start.jobIds.length - gone.length;
    await this.events.record(work, SeasonTakenBack, {
      what: `undid the start of ${gone.length} jobs: ${start.what}${left > 0 ? `; ${left} stay, somebody has worked on them` : ''}`,
      payload: { startId },
    });
    return { takenBack: gone.length, left };
  }
}
