import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { type CivilDate, civil, weekStart } from '@steady/core/calendar';
import { Reckoner } from '@steady/core/obligations';
import type { AlmanacFilter, Rehearsal, RehearsedRow, RehearsedWeek } from '@steady/contract/almanac';
import { type Currency, money, noMoney, plus } from '@steady/core/money';
import { rows } from '../../platform/database';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ClientsService, factsOf } from '../clients';
import { FirmRules } from '../rules';
import { LinesService } from '../services';
import { WITH_ESTIMATE } from './estimate-sql';
import { nameOfWork } from './planning.service';

interface OnRecord {
  /** What is open and has begun or was put off, by line, rule and the end of its period. */
  open: Map<string, { begun: boolean; dueOn: string }>;
  /** By line and rule: the end of the last period that has begun, was filed, set aside or put off. */
  settledUntil: Map<string, string>;
}

const order = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const BY_NAME = new Intl.Collator('en');

/** As many rows are told one by one; the weeks count all of them. */
const SHOWN = 2_000;

/** The next weeks or months run on paper: the jobs and deadlines that will come. Nothing is written. */
@Injectable()
export class RehearsalQueries {
  constructor(
    private readonly clients: ClientsService,
    private readonly lines: LinesService,
    private readonly rules: FirmRules,
  ) {}

  /**
   * How what is on record already stands: what has begun does not begin again, what is filed or set aside is not due any more, what was put
   * off is due later. What has begun and was due before the first day is told nowhere, and not read.
   */
  private async onRecord(work: Work, first: string): Promise<OnRecord> {
    const settled = await rows<{ stream: string; until: string }>(
      work.tx,
      sql`select line_id || ' ' || rule_id as stream, max(period_end) as until from obligations
          where firm_id = ${work.firm.id} and (begun or status <> 'open' or extended_from is not null) group by line_id, rule_id`,
    );
    const open = await rows<{ stream: string; periodEnd: string; begun: boolean; dueOn: string }>(
      work.tx,
      sql`select line_id || ' ' || rule_id as stream, period_end as "periodEnd", begun, due_on as "dueOn" from obligations
          where firm_id = ${work.firm.id} and status = 'open' and (begun or extended_from is not null) and (due_on >= ${first} or not begun)`,
    );
    return {
      open: new Map(open.map((row) => [`${row.stream} ${row.periodEnd}`, row])),
      settledUntil: new Map(settled.map((row) => [row.stream, row.until])),
    };
  }

  private async minutes(work: Work): Promise<Map<string, number>> {
    const found = await rows<{ lineId: string; minutes: number }>(
      work.tx,
      sql`select l.id as "lineId", coalesce(e.minutes, 0)::int as minutes from service_lines l join services s on s.id = l.service_id ${WITH_ESTIMATE} where l.firm_id = ${work.firm.id}`,
    );
    return new Map(found.map((row) => [row.lineId, row.minutes]));
  }

  /** @param until the last day looked at */
  async run(work: Work, from: CivilDate, until: CivilDate, filter: AlmanacFilter): Promise<Rehearsal> {
    const book = await this.rules.of(work);
    const reckoner = new Reckoner(work.firm.calendar);
    const lines = await this.lines.those(work, filter.service ? { serviceId: filter.service } : {});
    const clients = await this.clients.those(
      work,
      lines.map(({ line }) => line.clientId),
    );
    const [onRecord, minutes] = [await this.onRecord(work, from.toString()), await this.minutes(work)];
    const fees = may(work.actor, 'see fees');
    // A job may begin long before its deadline: rules are followed as far as the longest lead time reaches.
    const furthest = Math.max(0, ...lines.map(({ service }) => service.leadDays));
    const outlook = { today: work.today, ahead: Number.POSITIVE_INFINITY, horizon: until.add({ days: furthest + 7 }) };
    const found: RehearsedRow[] = [];
    const [first, last, today] = [from.toString(), until.toString(), work.today.toString()];
    for (const { line, service } of lines) {
      const client = clients.get(line.clientId);
      if (!client || !RehearsalQueries.wanted(filter, client, line.preparerId)) continue;
      for (const { rule, leads, obligations } of reckoner.line(LinesService.terms({ line, service }, client, book), factsOf(client), outlook).streams) {
        const stream = `${line.id} ${rule.id}`;
        const settledUntil = onRecord.settledUntil.get(stream) ?? '';
        for (const one of obligations) {
          const { end, beginsOn, due } = one.iso;
          const known = end <= settledUntil ? onRecord.open.get(`${stream} ${end}`) : undefined;
          // As when it is planned: nothing comes any more that ends before what is settled.
          if (!known && end <= settledUntil) continue;
          const dueOn = known?.dueOn ?? due;
          // What should have begun by today begins at once.
          const begins = beginsOn < first && first <= today ? first : beginsOn;
          const isBegun = leads && !known?.begun && begins >= first && begins <= last;
          const isDue = dueOn >= first && dueOn <= last;
          if (!isBegun && !isDue) continue;
          const row = { clientId: client.id, client: client.name, name: nameOfWork(line, one, leads, book), beginsOn, dueOn, statutory: rule.country !== null };
          if (isBegun)
            found.push({
              ...row,
              does: 'begins',
              on: begins,
              minutes: minutes.get(line.id) ?? 0,
              fee: fees && service.charged ? money(line.fee, line.currency) : null,
            });
          if (isDue) found.push({ ...row, does: 'due', on: dueOn, minutes: 0, fee: null });
        }
      }
    }
    found.sort((a, b) => order(a.on, b.on) || order(a.does, b.does) || BY_NAME.compare(a.client, b.client));
    return {
      from: first,
      until: last,
      weeks: RehearsalQueries.byWeek(work.firm.currency, from, until, found),
      rows: found.slice(0, SHOWN),
      more: found.length > SHOWN,
    };
  }

  private static wanted(
    { client, related, partner, manager, person }: AlmanacFilter,
    of: { id: string; relatedId: string | null; partnerId: string | null; managerId: string | null },
    preparerId: string | null,
  ): boolean {
    return (
      (!client || of.id === client) &&
      (!related || of.relatedId === related) &&
      (!partner || of.partnerId === partner) &&
      (!manager || of.managerId === manager) &&
      (!person || preparerId === person)
    );
  }

  private static byWeek(currency: Currency, from: CivilDate, until: CivilDate, found: RehearsedRow[]): RehearsedWeek[] {
    const weeks = new Map<string, RehearsedWeek>();
    for (let monday = weekStart(from); monday.until(until).days >= 0; monday = monday.add({ weeks: 1 }))
      weeks.set(monday.toString(), { week: monday.toString(), jobs: 0, deadlines: 0, minutes: 0, fee: noMoney(currency) });
    const mondays = new Map<string, string>();
    for (const row of found) {
      let monday = mondays.get(row.on);
      if (monday === undefined) mondays.set(row.on, (monday = weekStart(civil(row.on)).toString()));
      const week = weeks.get(monday)!;
      if (row.does === 'begins') week.jobs += 1;
      else week.deadlines += 1;
      week.minutes += row.minutes;
      if (row.fee) week.fee = plus(week.fee, row.fee);
    }
    return [...weeks.values()];
  }
}
