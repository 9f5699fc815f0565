import { Injectable } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { civil, previousWorkingDay } from '@steady/core/calendar';
import { type ExtendedDueDate, extendedDueDate } from '@steady/core/obligations';
import { fullDate } from '@steady/core/words';
import type { ExtendObligation, FollowRules, ReopenObligation, SetObligationAside } from '@steady/contract/almanac';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsService, factsOf } from '../clients';
import { JobStandingService, JobsService } from '../jobs';
import { FirmRules } from '../rules';
import { AlmanacService, type Obligation } from './almanac.service';
import { obligations } from './almanac.tables';
import { PlanningService } from './planning.service';

export const ObligationExtended = eventKind<{ obligationId: string }>('obligation extended', 'almanac');
export const ObligationSetAside = eventKind<{ obligationId: string }>('obligation set aside', 'almanac');
export const ObligationFollowed = eventKind<{ obligationId: string }>('obligation follows its rule', 'almanac');
export const ObligationReopened = eventKind<{ obligationId: string }>('obligation reopened', 'almanac');

/** What becomes of a deadline besides being filed: put off, not required after all, wanted again. */
@Injectable()
export class ObligationStatusService {
  constructor(
    private readonly events: Events,
    private readonly almanac: AlmanacService,
    private readonly clients: ClientsService,
    private readonly jobs: JobsService,
    private readonly jobStanding: JobStandingService,
    private readonly rules: FirmRules,
    private readonly planning: PlanningService,
  ) {}

  /** The extension that the law offers for a deadline, if it offers one. */
  async offered(work: Work, obligationId: string): Promise<ExtendedDueDate | null> {
    // Only looked at: nothing is held for a change.
    const [obligation] = await work.tx
      .select()
      .from(obligations)
      .where(and(eq(obligations.id, obligationId), eq(obligations.firmId, work.firm.id)));
    if (!obligation) throw Problem.notFound('deadline');
    const client = await this.clients.get(work, obligation.clientId);
    const period = { start: civil(obligation.periodStart), end: civil(obligation.periodEnd) };
    return extendedDueDate((await this.rules.of(work)).byId(obligation.ruleId), period, factsOf(client), work.firm.calendar);
  }

  private async open(work: Work, obligationId: string, version: number): Promise<Obligation> {
    const obligation = await this.almanac.get(work, obligationId);
    if (obligation.version !== version) throw Problem.stale('deadline', obligation.id);
    if (obligation.status === 'filed' || obligation.status === 'filing')
      throw Problem.refused('already-filed', `It ${obligation.status === 'filed' ? 'was filed' : 'is on its way'} already. What is filed stays as it is.`);
    return obligation;
  }

  /** Puts a deadline off to a later day; its job has until then as well. The date that the rule gave is kept beside it. */
  async extend(work: Work, obligationId: string, { to, reference, version }: ExtendObligation): Promise<void> {
    const obligation = await this.open(work, obligationId, version);
    const statutory = obligation.extendedFrom ?? obligation.dueOn;
    if (to <= statutory) throw Problem.invalid([{ field: 'to', message: `An extension ends after the date of the rule, ${fullDate(civil(statutory))}.` }]);
    const dueOn = to;
    const targetOn = previousWorkingDay(
      civil(to).subtract({ days: civil(obligation.targetOn).until(civil(obligation.dueOn)).days }),
      work.firm.calendar,
    ).toString();
    await work.tx
      .update(obligations)
      .set({ dueOn, targetOn, extendedFrom: statutory, extensionReference: reference ?? null, status: 'open', notRequiredReason: null, version: version + 1 })
      .where(eq(obligations.id, obligationId));
    const jobId = await this.jobs.ofObligation(work, obligationId);
    if (jobId) await this.jobStanding.putOff(work, jobId, { dueOn, targetOn });
    await this.events.record(work, ObligationExtended, {
      what: `extended ${obligation.name} from ${fullDate(civil(statutory))} to ${fullDate(civil(to))}${reference ? `, ${reference}` : ''}`,
      clientId: obligation.clientId,
      jobId,
      before: { dueOn: obligation.dueOn },
      after: { dueOn: to, reference: reference ?? null },
      payload: { obligationId },
    });
  }

  /** Closes a deadline that nobody will file: not required after all, or missed for good. Its job is closed with it when that is asked. */
  async setAside(work: Work, obligationId: string, { as = 'not required', reason, closeJob = false, version }: SetObligationAside): Promise<void> {
    const obligation = await this.open(work, obligationId, version);
    if (as === 'missed' && obligation.dueOn >= work.today.toString())
      throw Problem.invalid([{ field: 'as', message: `It is due ${fullDate(civil(obligation.dueOn))} and cannot have been missed yet.` }]);
    await work.tx
      .update(obligations)
      .set({ status: as, notRequiredReason: reason, version: version + 1 })
      .where(eq(obligations.id, obligationId));
    const jobId = await this.jobs.ofObligation(work, obligationId);
    await this.events.record(work, ObligationSetAside, {
      what: as === 'missed' ? `noted that ${obligation.name} was missed: ${reason}` : `set ${obligation.name} aside, not required: ${reason}`,
      clientId: obligation.clientId,
      jobId,
      before: { status: obligation.status },
      after: { status: as, reason },
      payload: { obligationId },
    });
    if (closeJob && jobId) await this.jobStanding.close(work, jobId, reason);
  }

  /** Takes the dates that the rules give now, for a deadline that was held back because its job had begun. The job follows. */
  async follow(work: Work, obligationId: string, { version }: FollowRules): Promise<void> {
    const obligation = await this.open(work, obligationId, version);
    const want = await this.planning.wantedFor(work, obligation);
    if (!want) throw Problem.refused('not-wanted', `No rule asks for ${obligation.name} any more. Mark it as not required, or leave it as it is.`);
    const [dueOn, targetOn] = [want.due.toString(), want.target.toString()];
    await work.tx
      .update(obligations)
      .set({ dueOn, targetOn, workings: want.workings, version: version + 1 })
      .where(eq(obligations.id, obligationId));
    const jobId = await this.jobs.ofObligation(work, obligationId);
    if (jobId) await this.jobStanding.putOff(work, jobId, { dueOn, targetOn });
    await this.events.record(work, ObligationFollowed, {
      what: `moved ${obligation.name} with its job from ${fullDate(civil(obligation.dueOn))} to ${fullDate(want.due)}, as the rules have it now`,
      clientId: obligation.clientId,
      jobId,
      before: { dueOn: obligation.dueOn, targetOn: obligation.targetOn },
      after: { dueOn, targetOn },
      payload: { obligationId },
    });
  }

  /** Wants a deadline again that was set aside. */
  async reopen(work: Work, obligationId: string, { version }: ReopenObligation): Promise<void> {
    const obligation = await this.open(work, obligationId, version);
    if (obligation.status !== 'not required' && obligation.status !== 'missed') throw Problem.refused('open-already', 'This deadline is open already.');
    await work.tx
      .update(obligations)
      .set({ status: 'open', notRequiredReason: null, version: version + 1 })
      .where(eq(obligations.id, obligationId));
    await this.events.record(work, ObligationReopened, {
      what: `wants ${obligation.name} again`,
      clientId: obligation.clientId,
      jobId: await this.jobs.ofObligation(work, obligationId),
      before: { status: obligation.status, reason: obligation.notRequiredReason },
      after: { status: 'open' },
      payload: { obligationId },
    });
  }
}
