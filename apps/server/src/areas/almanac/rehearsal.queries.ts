import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { type CivilDate, civil, weekStart } from '@steady/core/calendar';
import type { Facts } from '@steady/core/conditions';
import { Reckoner } from '@steady/core/obligations';
import type { AlmanacFilter, Rehearsal, RehearsedRow, RehearsedWeek } from '@steady/contract/almanac';
import { type Currency, type Money, money, noMoney, plus } from '@steady/core/money';
import { manyRows } from '../../platform/database';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { type Client, ClientsService, factsOf } from '../clients';
import { FirmRules } from '../rules';
import { LinesService } from '../services';
import { WITH_ESTIMATE } from './estimate-sql';
import { nameOfWork } from './planning.service';

/** How one deadline stands on record: what has begun does not begin again, what was put off is due later. */
interface OnRecord {
  begun: boolean;
  dueOn: string;
}

const order = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const BY_NAME = new Intl.Collator('en');

/** As many rows are told one by one; the weeks count all of them. */
const SHOWN = 2_000;

/** What a rehearsal tells: sums of every week, and rows that are written only where they are shown. */
class Told {
  private readonly byWeek = new Map<string, RehearsedWeek>();
  private readonly weekOf = new Map<string, RehearsedWeek>();
  private readonly byDay = new Map<string, (() => RehearsedRow)[]>();
  private count = 0;

  constructor(currency: Currency, from: CivilDate, until: CivilDate) {
    for (let monday = weekStart(from); monday.until(until).days >= 0; monday = monday.add({ weeks: 1 }))
      this.byWeek.set(monday.toString(), { week: monday.toString(), jobs: 0, deadlines: 0, minutes: 0, fee: noMoney(currency) });
  }

  get weeks(): RehearsedWeek[] {
    return [...this.byWeek.values()];
  }

  begins(on: string, minutes: number, fee: Money | null, row: () => RehearsedRow): void {
    const week = this.at(on, row);
    week.jobs += 1;
    week.minutes += minutes;
    if (fee) week.fee = plus(week.fee, fee);
  }

  due(on: string, row: () => RehearsedRow): void {
    this.at(on, row).deadlines += 1;
  }

  /** The first rows by day, what begins before what is due, then by client; whole days until there are enough. */
  firstRows(most: number): Pick<Rehearsal, 'rows' | 'more'> {
    const rows: RehearsedRow[] = [];
    for (const day of [...this.byDay.keys()].sort()) {
      if (rows.length >= most) break;
      const ofDay = this.byDay.get(day)!.map((row) => row());
      rows.push(...ofDay.sort((a, b) => order(a.does, b.does) || BY_NAME.compare(a.client, b.client)));
    }
    return { rows: rows.slice(0, most), more: this.count > most };
  }

  private at(on: string, row: () => RehearsedRow): RehearsedWeek {
    this.count += 1;
    const there = this.byDay.get(on);
    if (there) there.push(row);
    else this.byDay.set(on, [row]);
    let week = this.weekOf.get(on);
    if (!week) this.weekOf.set(on, (week = this.byWeek.get(weekStart(civil(on)).toString())!));
    return week;
  }
}

/** The next weeks or months run on paper: the jobs and deadlines that will come. Nothing is written. */
@Injectable()
export class RehearsalQueries {
  constructor(
    private readonly clients: ClientsService,
    private readonly lines: LinesService,
    private readonly rules: FirmRules,
  ) {}

  /** By line and rule: the end of the last period that has begun, was filed, set aside or put off. Nothing comes any more that ends before it. */
  private async settledUntil(work: Work): Promise<Map<string, string>> {
    const settled = await manyRows<{ stream: string; until: string }>(
      work.tx,
      sql`select line_id || ' ' || rule_id as stream, max(period_end) as until from obligations
          where firm_id = ${work.firm.id} and (begun or status <> 'open' or extended_from is not null) group by line_id, rule_id`,
    );
    return new Map(settled.map((row) => [row.stream, row.until]));
  }

  /** What is open and has begun or was put off, by line, rule and the end of its period. What has begun and was due before the first day is told nowhere, and not read. */
  private async open(work: Work, first: string): Promise<Map<string, OnRecord>> {
    const open = await manyRows<OnRecord & { of: string }>(
      work.tx,
      sql`select line_id || ' ' || rule_id || ' ' || period_end as of, begun, due_on as "dueOn" from obligations
          where firm_id = ${work.firm.id} and status = 'open' and (begun or extended_from is not null) and (due_on >= ${first} or not begun)`,
    );
    return new Map(open.map((row) => [row.of, row]));
  }

  private async minutes(work: Work): Promise<Map<string, number>> {
    const found = await manyRows<{ lineId: string; minutes: number }>(
      work.tx,
      sql`select l.id as "lineId", coalesce(e.minutes, 0)::int as minutes from service_lines l join services s on s.id = l.service_id ${WITH_ESTIMATE} where l.firm_id = ${work.firm.id}`,
    );
    return new Map(found.map((row) => [row.lineId, row.minutes]));
  }

  /** @param until the last day looked at */
  async run(work: Work, from: CivilDate, until: CivilDate, filter: AlmanacFilter): Promise<Rehearsal> {
    const book = await this.rules.of(work);
    const reckoner = new Reckoner(work.firm.calendar);
    // Asked one behind the other, without waiting: while one is read, the next is looked up.
    const [settled, open, minutes, lines] = await Promise.all([
      this.settledUntil(work),
      this.open(work, from.toString()),
      this.minutes(work),
      this.lines.those(work, filter.service ? { serviceId: filter.service } : {}),
    ]);
    const clients = await this.clients.those(
      work,
      lines.map(({ line }) => line.clientId),
    );
    const fees = may(work.actor, 'see fees');
    // A job may begin long before its deadline: rules are followed as far as the longest lead time reaches.
    const furthest = Math.max(0, ...lines.map(({ service }) => service.leadDays));
    const outlook = { today: work.today, ahead: Number.POSITIVE_INFINITY, horizon: until.add({ days: furthest + 7 }) };
    const told = new Told(work.firm.currency, from, until);
    const facts = new Map<string, Facts>();
    const factsOfClient = (client: Client): Facts => {
      const known = facts.get(client.id) ?? factsOf(client);
      facts.set(client.id, known);
      return known;
    };
    const [first, last, today] = [from.toString(), until.toString(), work.today.toString()];
    for (const { line, service } of lines) {
      const client = clients.get(line.clientId);
      if (!client || !RehearsalQueries.wanted(filter, client, line.preparerId)) continue;
      for (const { rule, leads, obligations } of reckoner.line(LinesService.terms({ line, service }, client, book), factsOfClient(client), outlook).streams) {
        const stream = `${line.id} ${rule.id}`;
        const settledUntil = settled.get(stream) ?? '';
        for (const one of obligations) {
          const { end, beginsOn, due } = one.iso;
          const known = end <= settledUntil ? open.get(`${stream} ${end}`) : undefined;
          // As when it is planned: nothing comes any more that ends before what is settled.
          if (!known && end <= settledUntil) continue;
          const dueOn = known?.dueOn ?? due;
          // What should have begun by today begins at once.
          const begins = beginsOn < first && first <= today ? first : beginsOn;
          const row = (more: Pick<RehearsedRow, 'does' | 'on' | 'minutes' | 'fee'>): RehearsedRow => ({
            clientId: client.id,
            client: client.name,
            name: nameOfWork(line, one, leads, book),
            beginsOn,
            dueOn,
            statutory: rule.country !== null,
            ...more,
          });
          if (leads && !known?.begun && begins >= first && begins <= last) {
            const fee = fees && service.charged ? money(line.fee, line.currency) : null;
            const its = minutes.get(line.id) ?? 0;
            told.begins(begins, its, fee, () => row({ does: 'begins', on: begins, minutes: its, fee }));
          }
          if (dueOn >= first && dueOn <= last) told.due(dueOn, () => row({ does: 'due', on: dueOn, minutes: 0, fee: null }));
        }
      }
    }
    return { from: first, until: last, weeks: told.weeks, ...told.firstRows(SHOWN) };
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
}
