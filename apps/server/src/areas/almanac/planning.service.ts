import { Injectable } from '@nestjs/common';
import { and, eq, getTableColumns, inArray, sql } from 'drizzle-orm';
import { type CivilDate, Temporal, civil, earlier } from '@steady/core/calendar';
import {
  type ExistingObligation,
  type LineSchedule,
  type ObligationPlan,
  type ScheduledObligation,
  Reckoner,
  effectOf,
  planObligations,
} from '@steady/core/obligations';
import type { ScheduleEffect, EffectDates, EffectRow } from '@steady/contract/almanac';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Client, ClientsService, factsOf } from '../clients';
import { FirmRules, type RuleBook } from '../rules';
import { type LineOfService, LinesService } from '../services';
import { JobsService } from '../jobs';
import { linePlans, obligations } from './almanac.tables';

export const ObligationsPlanned = eventKind<{ lineId: string }>('obligations planned', 'almanac');

/** How many obligations of a rule stand ahead at most, and how far. */
const AHEAD = 56;
const HORIZON_MONTHS = 13;
/** A line is looked at again when its next deadline is over, and after this many days at the latest. */
const LOOK_AGAIN = 31;

type Obligation = typeof obligations.$inferSelect;
/** What planning looks at of an obligation: its workings are long, and are not read for it. */
type Row = Pick<
  Obligation,
  'id' | 'version' | 'lineId' | 'ruleId' | 'name' | 'periodEnd' | 'dueOn' | 'targetOn' | 'beginsOn' | 'status' | 'begun' | 'extendedFrom'
>;
const standing = (row: Row): ExistingObligation => ({ ...row, extended: row.extendedFrom !== null });
const byLineOf = (found: Row[]): Map<string, Row[]> => {
  const byLine = new Map<string, Row[]>();
  for (const row of found) {
    const known = byLine.get(row.lineId);
    if (known) known.push(row);
    else byLine.set(row.lineId, [row]);
  }
  return byLine;
};

/** One line with whose it is and by which rules it is reckoned: as it stands, or as it would after a change. */
export interface Considered extends LineOfService {
  client: Client;
  book: RuleBook;
}

interface StreamPlan {
  ruleId: string;
  leads: boolean;
  plan: ObligationPlan;
  wanted: ScheduledObligation[];
}

interface LinePlan {
  streams: StreamPlan[];
  none: LineSchedule['none'];
}

/** "VAT return, Mar-Apr 2026": work done once goes by its name alone, a deadline beside the job by that of its rule. */
export function nameOfWork(line: LineOfService['line'], { ruleId, periodName }: ScheduledObligation, leads: boolean, book: RuleBook): string {
  if (leads && line.rhythm === 'one-off') return line.name;
  return `${leads ? line.name : `${line.name}: ${book.byId(ruleId).name}`}, ${periodName}`;
}

/** Compares what stands on record with what lines and rules want: to carry it out, or only to show what a change would do. */
@Injectable()
export class PlanningService {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly lines: LinesService,
    private readonly rules: FirmRules,
  ) {}

  /** A line as it stands on record. */
  async considered(work: Work, { line, service }: LineOfService, client?: Client): Promise<Considered> {
    return { line, service, client: client ?? (await this.clients.get(work, line.clientId)), book: await this.rules.of(work) };
  }

  /** A day, and from it how far ahead jobs are begun and deadlines are laid out. */
  static outlook(today: CivilDate) {
    return { today, ahead: AHEAD, horizon: today.add({ months: HORIZON_MONTHS }) };
  }

  private wanted(work: Work, { line, service, client, book }: Considered, reckoner: Reckoner): LineSchedule {
    return reckoner.line(LinesService.terms({ line, service }, client, book), factsOf(client), PlanningService.outlook(work.today));
  }

  private planLine(work: Work, considered: Considered, existing: readonly Row[], reckoner: Reckoner): LinePlan {
    const { streams, none } = this.wanted(work, considered, reckoner);
    const plans = streams.map(({ rule, leads, obligations: wanted }): StreamPlan => {
      const rhythm = leads || rule.rhythms.includes(considered.line.rhythm as never) ? considered.line.rhythm : rule.rhythms[0]!;
      const own = existing.filter((row) => row.ruleId === rule.id).map(standing);
      return { ruleId: rule.id, leads, wanted, plan: planObligations(own, wanted, rhythm) };
    });
    // What a rule asked for that the line answers for no longer, or that applies to the client no longer. Where only a fact is
    // not known, nothing is taken away.
    const unclear = none.filter((one) => one.lacking).map((one) => one.rule.id);
    const left = new Set(existing.map((row) => row.ruleId).filter((id) => !unclear.includes(id) && !plans.some((one) => one.ruleId === id)));
    for (const ruleId of left) {
      const own = existing.filter((row) => row.ruleId === ruleId).map(standing);
      plans.push({ ruleId, leads: false, wanted: [], plan: planObligations(own, [], considered.line.rhythm) });
    }
    return { streams: plans, none };
  }

  private existing(work: Work, lineIds: string[]): Promise<Row[]> {
    if (lineIds.length === 0) return Promise.resolve([]);
    const { id, version, lineId, ruleId, name, periodEnd, dueOn, targetOn, beginsOn, status, begun, extendedFrom } = getTableColumns(obligations);
    return work.tx
      .select({ id, version, lineId, ruleId, name, periodEnd, dueOn, targetOn, beginsOn, status, begun, extendedFrom })
      .from(obligations)
      .where(inArray(obligations.lineId, lineIds));
  }

  /**
   * Brings the obligations of lines to what the rules want now: adds, moves what is open and not begun, withdraws what is
   * wanted no more. Doing it again changes nothing. What the lines have in common is read and reckoned once.
   * @throws Problem when `mustApply` and no rule gives anything for a client.
   */
  async plan(work: Work, lines: LineOfService[], options: { mustApply?: boolean } = {}): Promise<void> {
    if (lines.length === 0) return;
    const book = await this.rules.of(work);
    const reckoner = new Reckoner(work.firm.calendar);
    const clients = await this.clients.those(
      work,
      lines.map(({ line }) => line.clientId),
    );
    const existing = byLineOf(
      await this.existing(
        work,
        lines.map(({ line }) => line.id),
      ),
    );
    const again: { lineId: string; nextOn: string }[] = [];
    for (const { line, service } of lines) {
      const client = clients.get(line.clientId);
      if (!client) throw Problem.notFound('client');
      const planned = this.planLine(work, { line, service, client, book }, existing.get(line.id) ?? [], reckoner);
      if (options.mustApply && planned.none.length > 0 && !planned.streams.some((one) => one.leads))
        throw Problem.invalid([{ field: 'serviceId', message: `${planned.none[0]!.why}. Complete the client's facts first.` }]);
      await this.carryOut(work, { line, service, client, book }, planned);
      again.push({ lineId: line.id, nextOn: this.nextLook(work, planned) });
    }
    await work.tx
      .insert(linePlans)
      .values(again.map((one) => ({ ...one, firmId: work.firm.id })))
      .onConflictDoUpdate({ target: linePlans.lineId, set: { nextOn: sql`excluded.next_on` } });
  }

  private async carryOut(work: Work, { line, service, client, book }: Considered, { streams }: LinePlan): Promise<void> {
    const dates = (want: ScheduledObligation) => ({
      dueOn: want.iso.due,
      targetOn: want.iso.target,
      beginsOn: want.iso.beginsOn,
      workings: want.workings,
    });
    const add = streams.flatMap(({ leads, ruleId, plan }) =>
      plan.add.map((want) => ({
        firmId: work.firm.id,
        clientId: client.id,
        lineId: line.id,
        serviceId: service.id,
        ruleId,
        leads,
        name: nameOfWork(line, want, leads, book),
        periodStart: want.iso.start,
        periodEnd: want.iso.end,
        status: 'open' as const,
        ...dates(want),
      })),
    );
    if (add.length > 0) await work.tx.insert(obligations).values(add).onConflictDoNothing();
    const move = streams.flatMap(({ leads, plan }) => plan.move.map(({ id, to }) => ({ id, to, leads })));
    for (const { id, to, leads } of move) {
      await work.tx
        .update(obligations)
        .set({ ...dates(to), leads, name: nameOfWork(line, to, leads, book), periodStart: to.iso.start, version: sql`version + 1` })
        .where(eq(obligations.id, id));
    }
    const withdraw = streams.flatMap(({ plan }) => plan.withdraw);
    if (withdraw.length > 0) await work.tx.delete(obligations).where(and(inArray(obligations.id, withdraw), eq(obligations.begun, false)));
    if (add.length + move.length + withdraw.length > 0) {
      const held = streams.flatMap(({ plan }) => plan.held.map(({ id, why }) => ({ id, why })));
      const parts = [add.length && `${add.length} added`, move.length && `${move.length} moved`, withdraw.length && `${withdraw.length} withdrawn`];
      await this.events.record(work, ObligationsPlanned, {
        what: `computed the deadlines of "${line.name}": ${parts.filter(Boolean).join(', ')}${held.length > 0 ? `, ${held.length} left as they are` : ''}`,
        clientId: client.id,
        after: { held },
        payload: { lineId: line.id },
      });
    }
  }

  /** When a line has to be looked at again. */
  private nextLook(work: Work, { streams }: LinePlan): string {
    const ahead = streams.flatMap(({ wanted }) => wanted.map((want) => want.due)).filter((due) => Temporal.PlainDate.compare(due, work.today) >= 0);
    const first = ahead.reduce<CivilDate | null>((least, due) => (least === null ? due : earlier(least, due)), null);
    const latest = work.today.add({ days: LOOK_AGAIN });
    return (first === null ? latest : earlier(first.add({ days: 1 }), latest)).toString();
  }

  /**
   * Before and after of every date that a change touches; nothing is written.
   * @param changes each line as it stands (none where it would be new) and as it would be (none where it would not be there)
   */
  async effect(work: Work, changes: { before: Considered | null; after: Considered }[]): Promise<ScheduleEffect> {
    const ids = changes.flatMap(({ before }) => (before ? [before.line.id] : []));
    const byLine = byLineOf(await this.existing(work, ids));
    // Rules that are compared with themselves as they would be share an id: each side reckons on its own.
    const [was, willBe] = [new Reckoner(work.firm.calendar), new Reckoner(work.firm.calendar)];
    const nothing: LinePlan = { streams: [], none: [] };
    const found: (EffectRow & { at: string })[] = [];
    const none: ScheduleEffect['none'] = [];
    let settled = 0;
    for (const { before, after } of changes) {
      const existing = before ? (byLine.get(before.line.id) ?? []) : [];
      const byId = new Map(existing.map((row) => [row.id, row]));
      const old = before ? this.planLine(work, before, existing, was) : nothing;
      const next = this.planLine(work, after, existing, willBe);
      const known = new Set(old.none.map((one) => one.why));
      for (const { why } of next.none) if (!known.has(why)) none.push({ clientId: after.client.id, client: after.client.name, line: after.line.name, why });
      for (const { ruleId, leads, plan } of next.streams) {
        const own = existing.filter((row) => row.ruleId === ruleId).map(standing);
        const oldPlan = old.streams.find((one) => one.ruleId === ruleId)?.plan ?? { add: [], move: [], withdraw: [], held: [] };
        for (const { does, id, to, why } of effectOf(own, oldPlan, plan)) {
          const row = id === null ? undefined : byId.get(id);
          if (does === 'stays' && row && row.status !== 'open') {
            settled += 1;
            continue;
          }
          const dates: EffectDates | null = to && { dueOn: to.iso.due, targetOn: to.iso.target, beginsOn: to.iso.beginsOn };
          found.push({
            does,
            obligationId: id,
            version: row?.version ?? null,
            clientId: after.client.id,
            client: after.client.name,
            name: row?.name ?? nameOfWork(after.line, to!, leads, after.book),
            statutory: after.book.byId(ruleId).country !== null,
            before: row ? { dueOn: row.dueOn, targetOn: row.targetOn, beginsOn: row.beginsOn } : null,
            after: does === 'goes' ? null : dates,
            why,
            jobId: null,
            jobNumber: null,
            at: row?.dueOn ?? dates!.dueOn,
          });
        }
      }
    }
    return { rows: await this.withJobs(work, found), none, lines: changes.length, settled };
  }

  private async withJobs(work: Work, found: (EffectRow & { at: string })[]): Promise<EffectRow[]> {
    const begun = found.flatMap((row) => (row.does === 'stays' && row.obligationId !== null ? [row.obligationId] : []));
    const jobs = new Map((begun.length === 0 ? [] : await this.jobs.ofObligations(work, begun)).map((job) => [job.obligationId, job]));
    return found
      .sort((a, b) => a.at.localeCompare(b.at) || a.client.localeCompare(b.client))
      .map(({ at: _at, ...row }) => {
        const job = row.obligationId === null ? undefined : jobs.get(row.obligationId);
        return { ...row, jobId: job?.id ?? null, jobNumber: job?.number ?? null };
      });
  }

  /** What the rules want now for an obligation that was held back; null where nothing wants it any longer. */
  async wantedFor(work: Work, obligation: Pick<Obligation, 'lineId' | 'ruleId' | 'periodEnd'>): Promise<ScheduledObligation | null> {
    const considered = await this.considered(work, await this.lines.get(work, obligation.lineId));
    const { streams } = this.wanted(work, considered, new Reckoner(work.firm.calendar));
    const stream = streams.find((one) => one.rule.id === obligation.ruleId);
    return stream?.obligations.find((want) => want.period.end.equals(civil(obligation.periodEnd))) ?? null;
  }
}
