import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, and, eq, inArray, lte, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { begunSince } from '@steady/core/obligations';
import { filedInWords, fullDate } from '@steady/core/words';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import type { MoveTarget, NoteFiled } from '@steady/contract/almanac';
import { dayIn } from '../../platform/clock';
import { Ticks } from '../../platform/background/ticks';
import { Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Filing, FilingGateway } from '../../outside/filing-gateway';
import { ClientRecords, ClientChanged, ClientsService, bearsOnRules, factsOf } from '../clients';
import { JobFinished, JobReopened, JobStandingService, JobsService, TasksService } from '../jobs';
import { FirmRules, RuleChanged } from '../rules';
import { ClosingDaysChanged } from '../team';
import { LinesService, ServiceChanged, ServiceLineAdded, ServiceLineChanged, lineStart } from '../services';
import { linePlans, obligations } from './almanac.tables';
import { PlanningService } from './planning.service';

export type Obligation = typeof obligations.$inferSelect;

export const FilingAsked = eventKind<{ obligationId: string }>('filing asked', 'almanac');
export const ObligationFiled = eventKind<{ obligationId: string }>('obligation filed', 'almanac');

const LINES_A_TICK = 500;

// A period that ended before its line began, or long ago, is a mistake more often than work: a person decides.
const notInDoubt = (work: Work) =>
  sql`${obligations.periodEnd} >= ${begunSince(work.today.toString())}
    and ${obligations.periodEnd} >= ${lineStart(sql`${obligations.lineId}`)}`;

/** Deadlines whose lead time has come and whose jobs were not begun, however long ago that was. */
const atLeadTime = (work: Work) =>
  and(
    eq(obligations.firmId, work.firm.id),
    eq(obligations.status, 'open'),
    eq(obligations.begun, false),
    eq(obligations.leads, true),
    lte(obligations.beginsOn, work.today.toString()),
    notInDoubt(work),
  );
/** Deadlines kept up to what clients, lines and rules say; jobs begun from them; returns filed for them. */
@Injectable()
export class AlmanacService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly events: Events,
    private readonly effects: Effects,
    private readonly ticks: Ticks,
    private readonly clients: ClientsService,
    private readonly lines: LinesService,
    private readonly rules: FirmRules,
    private readonly planning: PlanningService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly jobStanding: JobStandingService,
    private readonly gateway: FilingGateway,
  ) {}

  onModuleInit(): void {
    this.records.follow(obligations, { what: 'deadlines' });
    this.events.on(ServiceLineAdded, async (work, { payload }) => this.planning.plan(work, [payload], { mustApply: true }));
    this.events.on(ServiceLineChanged, async (work, { payload }) => this.planning.plan(work, [await this.lines.get(work, payload.lineId)]));
    this.events.on(ServiceChanged, async (work, { payload }) => {
      if (!payload.datesToo) return;
      await this.lines.follow(work, payload.serviceId, payload.rulesBefore);
      await this.planning.plan(work, await this.lines.those(work, { serviceId: payload.serviceId }));
    });
    this.events.on(RuleChanged, async (work, { payload: { ruleId, inPlaceOf } }) => {
      if (inPlaceOf) {
        await this.lines.replaceRule(work, inPlaceOf, ruleId);
        await work.tx.execute(sql`update obligations set rule_id = ${ruleId} where firm_id = ${work.firm.id} and rule_id = ${inPlaceOf}`);
      }
      await this.planning.plan(work, await this.lines.those(work, { ruleId }));
    });
    this.events.on(ClientChanged, async (work, { payload }) => {
      if (bearsOnRules(payload.facts)) await this.planning.plan(work, await this.lines.of(work, payload.clientId));
    });
    this.events.on(ClosingDaysChanged, async (work) => this.planning.plan(work, await this.lines.those(work)));
    this.events.on(JobFinished, (work, { payload }) => this.ownWorkDone(work, payload.jobId));
    this.events.on(JobReopened, (work, { payload }) => this.ownWorkOpen(work, payload.jobId));
    this.ticks.registerEach(
      'obligations ahead',
      async (work) => {
        const due = await work.tx
          .select({ lineId: linePlans.lineId })
          .from(linePlans)
          .where(and(eq(linePlans.firmId, work.firm.id), lte(linePlans.nextOn, work.today.toString())))
          .orderBy(linePlans.nextOn)
          .limit(LINES_A_TICK);
        return due.map((one) => one.lineId);
      },
      async (work, ids) => this.planning.plan(work, await this.lines.those(work, { ids })),
    );
    this.ticks.registerEach(
      'jobs at their lead time',
      async (work) => {
        const due = await work.tx.select({ id: obligations.id }).from(obligations).where(atLeadTime(work)).orderBy(obligations.beginsOn, obligations.id);
        return due.map((one) => one.id);
      },
      (work, ids) => this.beginDue(work, ids),
    );
    this.effects.register<Filing & { obligationId: string }, { receipt: string; at: string }>({
      kind: 'file return',
      outside: ({ authority, what }, key, firmId) => this.gateway.file(firmId, key, { authority, what }),
      then: (work, { obligationId }, { receipt, at }) => this.received(work, obligationId, receipt, at),
      otherwise: async (work, { obligationId }) => {
        await work.tx.update(obligations).set({ status: 'open' }).where(eq(obligations.id, obligationId));
      },
    });
  }

  /** Begins the jobs of these deadlines, as far as they are still to begin. */
  private async beginDue(work: Work, ids: string[]): Promise<void> {
    const due = await work.tx
      .select()
      .from(obligations)
      .where(and(atLeadTime(work), inArray(obligations.id, ids)))
      .orderBy(obligations.beginsOn, obligations.id)
      .for('update');
    for (const obligation of due) await this.begin(work, obligation);
  }

  private async begin(work: Work, obligation: Obligation, begins?: HowItBegins): Promise<string> {
    const { line, service, procedure } = await this.lines.withProcedure(work, obligation.lineId);
    const client = await this.clients.get(work, obligation.clientId);
    const { id: obligationId, name, periodStart, periodEnd, targetOn, dueOn } = obligation;
    const jobId = await this.jobs.begin(work, {
      client,
      facts: factsOf(client),
      line,
      service: service.name,
      procedure,
      begins,
      obligationId,
      name,
      periodStart,
      periodEnd,
      targetOn,
      dueOn,
    });
    await work.tx.update(obligations).set({ begun: true }).where(eq(obligations.id, obligationId));
    return jobId;
  }

  /** Begins a job ahead of its time. Asked twice, it gives the same job. */
  async startNow(work: Work, obligationId: string, begins?: HowItBegins): Promise<string> {
    const obligation = await this.get(work, obligationId);
    if (!obligation.leads) throw Problem.refused('no-job', 'This deadline belongs to no job of its own. Mark it as filed, or as not required.');
    return this.begin(work, obligation, begins);
  }

  /** Moves our own target of a job; its deadline in the almanac keeps the same target. */
  async moveTarget(work: Work, jobId: string, input: MoveTarget): Promise<void> {
    await this.jobStanding.retarget(work, jobId, input);
    await work.tx.execute(
      sql`update obligations set target_on = ${input.targetOn}, version = version + 1 where id = ${await this.obligationOf(work, jobId)} and status = 'open'`,
    );
  }

  /** A deadline, held for this transaction. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, obligationId: string): Promise<Obligation> {
    const [obligation] = await work.tx
      .select()
      .from(obligations)
      .where(and(eq(obligations.id, obligationId), eq(obligations.firmId, work.firm.id)))
      .for('update');
    if (!obligation) throw Problem.notFound('deadline');
    return obligation;
  }

  private async openForFiling(work: Work, obligationId: string, anyway: boolean): Promise<{ obligation: Obligation; jobId: string | null }> {
    const obligation = await this.get(work, obligationId);
    if (obligation.status === 'filed')
      throw Problem.refused('already-filed', `It was filed already${obligation.receipt ? `, receipt ${obligation.receipt}` : ''}.`);
    if (obligation.status === 'filing') throw Problem.refused('being-filed', 'It is on its way already. The receipt comes automatically.');
    const jobId = await this.jobs.ofObligation(work, obligationId);
    const unsigned = jobId === null ? [] : await this.tasks.notToFile(work, jobId);
    if (unsigned.length > 0)
      throw Problem.refused('not-signed', `It is filed only when this is signed: ${unsigned.join('; ')}. It is under "Requests" of the job.`);
    if (!anyway) {
      const left = jobId === null ? [] : await this.tasks.checksLeft(work, jobId);
      const lacking = await this.lines.lacking(work, obligation.clientId, obligation.serviceId);
      const why = [
        ...(left.length > 0 ? [`not done in its job: ${left.map((name) => `"${name}"`).join(', ')}`] : []),
        ...(lacking.length > 0 ? [`not given by the client: ${lacking.join(' and ')}`] : []),
      ];
      if (why.length > 0) throw Problem.refused('not-ready', `${why.join('; ').replace(/^./, (letter) => letter.toUpperCase())}. File it anyway?`);
    }
    return { obligation, jobId };
  }

  /**
   * Hands the return to the filing gateway. The receipt comes back by itself.
   * @throws Problem "not-ready" when checks of its job are not done or the client has not allowed it, unless `anyway`
   */
  async file(work: Work, obligationId: string, { anyway = false }: { anyway?: boolean } = {}): Promise<void> {
    const { obligation, jobId } = await this.openForFiling(work, obligationId, anyway);
    const { authority, country } = (await this.rules.of(work)).byId(obligation.ruleId);
    if (country === null) return this.noteDone(work, obligation, jobId, { receipt: null, at: work.now.toString() });
    const client = await this.clients.get(work, obligation.clientId);
    await work.tx
      .update(obligations)
      .set({ status: 'filing', filedBy: work.actor.name, version: obligation.version + 1 })
      .where(eq(obligations.id, obligationId));
    await this.events.record(work, FilingAsked, {
      what: `filed ${obligation.name} with ${authority}${anyway ? ', although not everything was done' : ''}`,
      clientId: client.id,
      jobId,
      payload: { obligationId },
    });
    await this.effects.plan(work, 'file return', `${obligationId}:${obligation.version}`, {
      authority,
      what: `${obligation.name}, ${client.name}`,
      obligationId,
    });
  }

  /** Notes what was filed elsewhere, with the receipt or what else shows it. */
  async noteFiled(work: Work, obligationId: string, { on, receipt, anyway = false, version }: NoteFiled): Promise<void> {
    const { obligation, jobId } = await this.openForFiling(work, obligationId, anyway);
    if (obligation.version !== version) throw Problem.stale('deadline', obligation.id);
    if (on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'It is filed on a day that has come.' }]);
    const at = civil(on).toZonedDateTime({ timeZone: work.firm.zone, plainTime: '12:00' }).toInstant().toString();
    await this.noteDone(work, obligation, jobId, { receipt, at });
  }

  private async received(work: Work, obligationId: string, receipt: string, at: string): Promise<void> {
    const obligation = await this.get(work, obligationId);
    await this.noteDone(work, obligation, await this.jobs.ofObligation(work, obligationId), { receipt, at });
  }

  private async noteDone(work: Work, obligation: Obligation, jobId: string | null, { receipt, at }: { receipt: string | null; at: string }): Promise<void> {
    await work.tx
      .update(obligations)
      .set({ status: 'filed', receipt, filedAt: at, filedBy: obligation.filedBy ?? work.actor.name, version: obligation.version + 1 })
      .where(eq(obligations.id, obligation.id));
    const day = dayIn(work.firm.zone, at);
    await this.events.record(work, ObligationFiled, {
      what: `${receipt === null ? 'did' : `got receipt ${receipt} for`} ${obligation.name}, ${filedInWords(civil(obligation.dueOn), day)}; it was due ${fullDate(civil(obligation.dueOn))}`,
      clientId: obligation.clientId,
      jobId,
      payload: { obligationId: obligation.id },
    });
    if (jobId) await this.tasks.filed(work, jobId);
  }

  /** That an obligation `o` is by a date that the firm has set itself: nobody outside wants anything. */
  private async ofOurOwn(work: Work): Promise<SQL> {
    const own = (await this.rules.of(work)).idsOf((rule) => rule.country === null);
    return sql`o.rule_id in (select jsonb_array_elements_text(${JSON.stringify(own)}::jsonb))`;
  }

  private async obligationOf(work: Work, jobId: string): Promise<string | null> {
    return (await this.jobs.get(work, jobId)).obligationId;
  }

  /** A date of our own is kept when its job is finished: nothing is filed for it. */
  private async ownWorkDone(work: Work, jobId: string): Promise<void> {
    await work.tx.execute(
      sql`update obligations o set status = 'filed', filed_at = ${work.now.toString()}, filed_by = ${work.actor.name}, version = version + 1
          where o.id = ${await this.obligationOf(work, jobId)} and o.status = 'open' and ${await this.ofOurOwn(work)}`,
    );
  }

  /** The job of a date of our own is open again, and so is the date: nothing was filed with anybody. */
  private async ownWorkOpen(work: Work, jobId: string): Promise<void> {
    await work.tx.execute(
      sql`update obligations o set status = 'open', filed_at = null, filed_by = null, version = version + 1
          where o.id = ${await this.obligationOf(work, jobId)} and o.status = 'filed' and o.receipt is null and ${await this.ofOurOwn(work)}`,
    );
  }
}
