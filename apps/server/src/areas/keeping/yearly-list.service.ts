import { Injectable } from '@nestjs/common';
import { and, desc, eq, sql } from 'drizzle-orm';
import { type CivilDate, civil } from '@steady/core/calendar';
import { KEPT_WORDS, type Keeping, type KeepingPeriods, type KeptKind, keepingOf, mayBeDue, yearlyListDay, yearsFor } from '@steady/core/keeping';
import { counted, plainDate } from '@steady/core/words';
import type { DecideThings, DecisionView, DueThings, KeptThings, ThingsLooked, YearlyList } from '@steady/contract/keeping';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsService, type EndedClient, clientName } from '../clients';
import { HoldsService } from './holds.service';
import { keepingDecisions } from './keeping.tables';
import { type Gone, KeptParts, type ThingsThere } from './kept-parts';
import { PeriodsService } from './periods.service';

export const ThingsDecided = eventKind<{ clientId: string; kind: KeptKind }>('things decided on', 'keeping');

/** As many decisions of a year are listed. */
const LISTED = 500;

/** Why something stays or goes, for things of clients whose engagement has ended. */
interface Rules {
  periods: KeepingPeriods;
  holds: Awaited<ReturnType<HoldsService['of']>>;
  /** By client, kind and folder: the last day through which it was decided to keep them. */
  longer: ReadonlyMap<string, string>;
}

const keyOf = ({ clientId, kind, folderId }: KeptThings) => `${clientId} ${kind} ${folderId ?? ''}`;

/** What may be destroyed, year by year: a person decides, and it is recorded. */
@Injectable()
export class YearlyLists {
  constructor(
    private readonly events: Events,
    private readonly parts: KeptParts,
    private readonly periods: PeriodsService,
    private readonly holds: HoldsService,
    private readonly clients: ClientsService,
  ) {}

  async list(work: Work): Promise<YearlyList> {
    return { year: work.today.year, due: await this.due(work), decided: await this.decided(work) };
  }

  private async rules(work: Work, periods: KeepingPeriods, clientIds: string[]): Promise<Rules> {
    const { clientId, kind, folderId } = keepingDecisions;
    const longer = await work.tx
      .select({ clientId, kind, folderId, through: sql<string>`max(${keepingDecisions.keepThrough})` })
      .from(keepingDecisions)
      .where(and(eq(keepingDecisions.firmId, work.firm.id), eq(keepingDecisions.destroyed, false)))
      .groupBy(clientId, kind, folderId);
    return {
      periods,
      holds: await this.holds.of(work, clientIds),
      longer: new Map(longer.map((one) => [keyOf(one), one.through])),
    };
  }

  private keeping(work: Work, client: EndedClient, things: KeptThings, { periods, holds, longer }: Rules, on: CivilDate): Keeping {
    return keepingOf(
      { client, years: yearsFor(periods, things.kind, things.folderId), holds: holds.get(client.id) ?? [], decidedThrough: longer.get(keyOf(things)) ?? null },
      on,
      work.today,
    );
  }

  /** What is due of clients whose engagement has ended: of all, or of those named. */
  private async due(work: Work, only?: ReadonlySet<string>): Promise<DueThings[]> {
    const on = yearlyListDay(work.today);
    const periods = await this.periods.periods(work);
    const ended = (await this.clients.ended(work)).filter(({ id, endedOn }) => (only === undefined || only.has(id)) && mayBeDue(periods, endedOn, on));
    const ids = ended.map(({ id }) => id);
    if (ids.length === 0) return [];
    const rules = await this.rules(work, periods, ids);
    const there = await this.there(work, ids);
    return ended.flatMap((client) =>
      there.flatMap(({ clientId, kind, folderId, folder, count }) => {
        if (clientId !== client.id) return [];
        const { mayGo, through, why } = this.keeping(work, client, { clientId, kind, folderId }, rules, on);
        return mayGo ? [{ clientId, client: client.name, kind, folderId, folder, count, through: through!.toString(), why }] : [];
      }),
    );
  }

  private async there(work: Work, ids: string[]): Promise<(ThingsThere & { kind: KeptKind })[]> {
    const found: (ThingsThere & { kind: KeptKind })[] = [];
    for (const part of this.parts.all()) found.push(...(await part.there(work, ids)).map((one) => ({ ...one, kind: part.kind })));
    return found;
  }

  private async decided(work: Work): Promise<DecisionView[]> {
    const { id, clientId, kind, folder, destroyed, count, keepThrough, reason, at, by } = keepingDecisions;
    return work.tx
      .select({ id, clientId, client: clientName(sql`keeping_decisions.client_id`), kind, folder, destroyed, count, keepThrough, reason, at, by })
      .from(keepingDecisions)
      .where(
        and(eq(keepingDecisions.firmId, work.firm.id), sql`${at} >= (${yearlyListDay(work.today).toString()}::date)::timestamp at time zone ${work.firm.zone}`),
      )
      .orderBy(desc(at), desc(id))
      .limit(LISTED);
  }

  /** How many lines wait for somebody to decide. */
  async waiting(work: Work): Promise<number> {
    return (await this.due(work)).length;
  }

  /** Those that are due of the ones named. @throws Problem where one is not, any more or yet */
  private async mustBeDue(work: Work, things: KeptThings[]): Promise<DueThings[]> {
    const due = new Map((await this.due(work, new Set(things.map(({ clientId }) => clientId)))).map((one) => [keyOf(one), one]));
    const wanted = new Set(things.map(keyOf));
    const found = [...wanted].flatMap((key) => due.get(key) ?? []);
    if (found.length < wanted.size)
      throw Problem.refused(
        'not-due',
        'Something of this is not on the list any more: somebody decided on it, a hold came, or a client came back. Look at the list again.',
      );
    return found;
  }

  /** What would go and what would stay. Nothing is written. */
  async look(work: Work, things: KeptThings[]): Promise<ThingsLooked> {
    const gone: Gone[] = [];
    for (const { kind, clientId, folderId } of await this.mustBeDue(work, things)) gone.push(await this.parts.of(kind).look(work, { clientId, folderId }));
    return summed(gone);
  }

  async decide(work: Work, { things, destroy, keepThrough, reason }: DecideThings): Promise<ThingsLooked> {
    // Of two who decide at once, the second finds what the first has left.
    await work.tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`keeping ${work.firm.id}`}, 0))`);
    if (!destroy && keepThrough! <= work.today.toString()) throw Problem.invalid([{ field: 'keepThrough', message: 'Give a day to come.' }]);
    const gone: Gone[] = [];
    for (const due of this.inOrder(await this.mustBeDue(work, things))) {
      const went = destroy ? await this.parts.of(due.kind).destroy(work, due) : { count: 0, stays: [] };
      if (destroy && went.count === 0) {
        gone.push(went);
        continue;
      }
      await this.record(work, due, { destroyed: destroy, count: went.count, keepThrough: keepThrough ?? null, reason: reason ?? null });
      gone.push(went);
    }
    return summed(gone);
  }

  /** Signing steps before documents: a document that was signed goes once they are gone. */
  private inOrder(due: DueThings[]): DueThings[] {
    return [...due].sort((a, b) => Number(a.kind === 'documents') - Number(b.kind === 'documents'));
  }

  private async record(
    work: Work,
    { clientId, kind, folderId, folder, through }: DueThings,
    decided: Pick<DecisionView, 'destroyed' | 'count' | 'keepThrough' | 'reason'>,
  ): Promise<void> {
    await work.tx
      .insert(keepingDecisions)
      .values({ firmId: work.firm.id, clientId, kind, folderId, folder, ...decided, at: work.now.toString(), by: work.actor.name });
    const what = `${KEPT_WORDS[kind].name.toLowerCase()}${folder === null ? '' : ` in ${folder}`}`;
    await this.events.record(work, ThingsDecided, {
      what: decided.destroyed
        ? `destroyed ${counted(decided.count, 'thing')} whose time was over, ${what}: kept through ${plainDate(civil(through))}`
        : `keeps ${what} through ${plainDate(civil(decided.keepThrough!))}: ${decided.reason}`,
      clientId,
      payload: { clientId, kind },
    });
  }
}

function summed(gone: readonly Gone[]): ThingsLooked {
  const why = new Map<string, number>();
  for (const reason of gone.flatMap(({ stays }) => stays)) why.set(reason, (why.get(reason) ?? 0) + 1);
  return { goes: gone.reduce((sum, { count }) => sum + count, 0), stays: [...why].map(([reason, count]) => ({ why: reason, count })) };
}
