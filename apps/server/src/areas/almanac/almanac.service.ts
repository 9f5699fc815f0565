import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, lte, sql } from 'drizzle-orm';
import { civil, earlier } from '@steady/core/calendar';
import { type ScheduledObligation, planObligations, ruleById, schedule } from '@steady/core/obligations';
import { fullDate } from '@steady/core/words';
import { Ticks } from '../../platform/background/ticks';
import { Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Filing, FilingGateway } from '../../stand-ins/outside';
import { type Client, ClientChanged, ClientsMerged, ClientsService, bearsOnRules, factsOf, moveToClient } from '../clients';
import { JobsService } from '../jobs';
import { type Service, type ServiceLine, ServiceLineAdded, ServicesService } from '../services';
import { linePlans, obligations } from './almanac.tables';

export type Obligation = typeof obligations.$inferSelect;

export const ObligationsPlanned = eventKind<{ lineId: string }>('obligations planned');
export const FilingAsked = eventKind<{ obligationId: string }>('filing asked');
export const ObligationFiled = eventKind<{ obligationId: string }>('obligation filed');

/** How many obligations of a line stand ahead, and how far at most. */
const AHEAD = 6;
const HORIZON_MONTHS = 24;
/** A line is looked at again when its next deadline is over, and after this many days at the latest. */
const LOOK_AGAIN = 31;
const LINES_A_TICK = 500;

/** Deadlines, computed from client facts by the filing rules; jobs begun from them; returns filed for them. */
@Injectable()
export class AlmanacService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly effects: Effects,
    private readonly ticks: Ticks,
    private readonly clients: ClientsService,
    private readonly services: ServicesService,
    private readonly jobs: JobsService,
    private readonly gateway: FilingGateway,
  ) {}

  onModuleInit(): void {
    this.events.on(ClientsMerged, (work, { payload }) => moveToClient(work, payload, obligations));
    this.events.on(ServiceLineAdded, async (work, { payload }) => this.plan(work, payload.line, payload.service, { mustApply: true }));
    this.events.on(ClientChanged, async (work, { payload }) => {
      if (!bearsOnRules(payload.facts)) return;
      for (const { line, service } of await this.services.lines(work, payload.clientId)) await this.plan(work, line, service);
    });
    this.ticks.register('obligations ahead', async (work) => {
      const due = await work.tx
        .select({ lineId: linePlans.lineId })
        .from(linePlans)
        .where(and(eq(linePlans.firmId, work.firm.id), lte(linePlans.nextOn, work.today.toString())))
        .orderBy(linePlans.nextOn)
        .limit(LINES_A_TICK);
      for (const { lineId } of due) {
        const { line, service } = await this.services.lineWithProcedure(work, lineId);
        await this.plan(work, line, service);
      }
    });
    this.ticks.register('jobs at their lead time', (work) => this.beginDue(work));
    this.effects.register<Filing & { obligationId: string }, { receipt: string; at: string }>({
      kind: 'file return',
      outside: ({ authority, what }, key, firmId) => this.gateway.file(firmId, key, { authority, what }),
      then: (work, { obligationId }, { receipt, at }) => this.received(work, obligationId, receipt, at),
      otherwise: async (work, { obligationId }) => {
        await work.tx.update(obligations).set({ status: 'open' }).where(eq(obligations.id, obligationId));
      },
    });
  }

  /**
   * Brings the obligations of a line to what the rules want now: adds, moves what is open and not begun, withdraws what
   * is wanted no more. Doing it again changes nothing.
   * @throws Problem when `mustApply` and the rule gives nothing for this client.
   */
  private async plan(work: Work, line: ServiceLine, service: Service, options: { mustApply?: boolean } = {}): Promise<void> {
    const client = await this.clients.get(work, line.clientId);
    const wanted = this.wanted(work, client, line, service);
    if ('none' in wanted) {
      if (options.mustApply) throw Problem.invalid([{ field: 'serviceId', message: `${wanted.none}. Complete the client's facts first.` }]);
      return;
    }
    const existing = await work.tx.select().from(obligations).where(eq(obligations.lineId, line.id));
    const plan = planObligations(
      existing.map((obligation) => ({ ...obligation, extended: obligation.extendedFrom !== null })),
      wanted.obligations,
    );
    const dates = (want: ScheduledObligation) => ({
      dueOn: want.due.toString(),
      targetOn: want.target.toString(),
      beginsOn: want.beginsOn.toString(),
      workings: want.workings,
    });
    if (plan.add.length > 0) {
      await work.tx
        .insert(obligations)
        .values(
          plan.add.map((want) => ({
            firmId: work.firm.id,
            clientId: client.id,
            lineId: line.id,
            serviceId: service.id,
            ruleId: service.ruleId,
            name: `${line.name}, ${want.periodName}`,
            periodStart: want.period.start.toString(),
            periodEnd: want.period.end.toString(),
            status: 'open' as const,
            ...dates(want),
          })),
        )
        .onConflictDoNothing();
    }
    for (const { id, to } of plan.move) {
      await work.tx
        .update(obligations)
        .set({ ...dates(to), version: sql`version + 1` })
        .where(eq(obligations.id, id));
    }
    for (const id of plan.withdraw) await work.tx.delete(obligations).where(and(eq(obligations.id, id), eq(obligations.begun, false)));
    const firstAhead = wanted.obligations.find((want) => want.due.toString() >= work.today.toString())!.due;
    const nextOn = earlier(firstAhead.add({ days: 1 }), work.today.add({ days: LOOK_AGAIN })).toString();
    await work.tx.insert(linePlans).values({ lineId: line.id, firmId: work.firm.id, nextOn }).onConflictDoUpdate({ target: linePlans.lineId, set: { nextOn } });
    if (plan.add.length + plan.move.length + plan.withdraw.length > 0) {
      const parts = [
        plan.add.length && `${plan.add.length} added`,
        plan.move.length && `${plan.move.length} moved`,
        plan.withdraw.length && `${plan.withdraw.length} withdrawn`,
      ].filter(Boolean);
      await this.events.record(work, ObligationsPlanned, {
        what: `computed the deadlines of "${line.name}": ${parts.join(', ')}${plan.held.length > 0 ? `, ${plan.held.length} left as they are` : ''}`,
        clientId: client.id,
        after: { held: plan.held },
        payload: { lineId: line.id },
      });
    }
  }

  private wanted(work: Work, client: Client, line: ServiceLine, service: Service) {
    return schedule({
      rule: ruleById(service.ruleId),
      rhythm: line.rhythm,
      facts: factsOf(client),
      from: civil(line.startsOn),
      today: work.today,
      ahead: AHEAD,
      horizon: work.today.add({ months: HORIZON_MONTHS }),
      leadDays: service.leadDays,
      targetDays: service.targetDays,
      calendar: work.firm.calendar,
    });
  }

  /** Begins every job whose lead time has come and that was not begun, however long ago that was. */
  private async beginDue(work: Work): Promise<void> {
    const due = await work.tx
      .select()
      .from(obligations)
      .where(
        and(
          eq(obligations.firmId, work.firm.id),
          eq(obligations.status, 'open'),
          eq(obligations.begun, false),
          lte(obligations.beginsOn, work.today.toString()),
        ),
      )
      .orderBy(obligations.beginsOn, obligations.id);
    for (const obligation of due) await this.begin(work, obligation);
  }

  private async begin(work: Work, obligation: Obligation): Promise<string> {
    const { line, procedure } = await this.services.lineWithProcedure(work, obligation.lineId);
    const client = await this.clients.get(work, obligation.clientId);
    const { id: obligationId, name, periodStart, periodEnd, targetOn, dueOn } = obligation;
    const jobId = await this.jobs.begin(work, { client, facts: factsOf(client), line, procedure, obligationId, name, periodStart, periodEnd, targetOn, dueOn });
    await work.tx.update(obligations).set({ begun: true }).where(eq(obligations.id, obligationId));
    return jobId;
  }

  /** Begins a job ahead of its time. Asked twice, it gives the same job. */
  async startNow(work: Work, obligationId: string): Promise<string> {
    return this.begin(work, await this.get(work, obligationId));
  }

  async get(work: Work, obligationId: string): Promise<Obligation> {
    const [obligation] = await work.tx
      .select()
      .from(obligations)
      .where(and(eq(obligations.id, obligationId), eq(obligations.firmId, work.firm.id)))
      .for('update');
    if (!obligation) throw Problem.notFound('deadline');
    return obligation;
  }

  /** Hands the return to the filing gateway. The receipt comes back by itself. */
  async file(work: Work, obligationId: string): Promise<void> {
    const obligation = await this.get(work, obligationId);
    if (obligation.status === 'filed') throw Problem.refused('already-filed', `It was filed already, receipt ${obligation.receipt}.`);
    if (obligation.status === 'filing') throw Problem.refused('being-filed', 'It is on its way already. The receipt comes by itself.');
    const client = await this.clients.get(work, obligation.clientId);
    const { authority } = ruleById(obligation.ruleId);
    await work.tx
      .update(obligations)
      .set({ status: 'filing', version: obligation.version + 1 })
      .where(eq(obligations.id, obligationId));
    const jobId = await this.jobs.ofObligation(work, obligationId);
    await this.events.record(work, FilingAsked, { what: `filed ${obligation.name} with ${authority}`, clientId: client.id, jobId, payload: { obligationId } });
    await this.effects.plan(work, 'file return', `${obligationId}:${obligation.version}`, {
      authority,
      what: `${obligation.name}, ${client.name}`,
      obligationId,
    });
  }

  private async received(work: Work, obligationId: string, receipt: string, at: string): Promise<void> {
    const obligation = await this.get(work, obligationId);
    await work.tx
      .update(obligations)
      .set({ status: 'filed', receipt, filedAt: at, version: obligation.version + 1 })
      .where(eq(obligations.id, obligationId));
    const jobId = await this.jobs.ofObligation(work, obligationId);
    const day = work.today.until(civil(obligation.dueOn)).days;
    await this.events.record(work, ObligationFiled, {
      what: `got receipt ${receipt} for ${obligation.name}, ${day >= 0 ? `${day} days before` : `${-day} days after`} ${fullDate(civil(obligation.dueOn))}`,
      clientId: obligation.clientId,
      jobId,
      payload: { obligationId },
    });
    if (jobId) await this.jobs.filed(work, jobId);
  }
}
