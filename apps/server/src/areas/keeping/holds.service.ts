import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import type { Hold } from '@steady/core/keeping';
import { plainDate } from '@steady/core/words';
import type { HoldThings, HoldView } from '@steady/contract/keeping';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientRecords, ClientsService, clientName } from '../clients';
import { keepingDecisions, keepingHolds } from './keeping.tables';

export const HoldChanged = eventKind<{ holdId: string }>('hold changed', 'keeping');

/** As many are listed. */
const LISTED = 200;

/** Reasons to keep everything of a client, whatever the periods say. */
@Injectable()
export class HoldsService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly records: ClientRecords,
  ) {}

  onModuleInit(): void {
    this.records.follow(keepingHolds, { what: 'holds', holds: true });
    this.records.follow(keepingDecisions, { holds: true });
  }

  /** Those that hold first. */
  async list(work: Work, clientId?: string): Promise<HoldView[]> {
    const { id, reason, until, at, by, endedAt, endedBy } = keepingHolds;
    return work.tx
      .select({ id, clientId: keepingHolds.clientId, client: clientName(sql`keeping_holds.client_id`), reason, until, at, by, endedAt, endedBy })
      .from(keepingHolds)
      .where(and(eq(keepingHolds.firmId, work.firm.id), clientId === undefined ? undefined : eq(keepingHolds.clientId, clientId)))
      .orderBy(sql`${keepingHolds.endedAt} is not null`, desc(keepingHolds.at), desc(keepingHolds.id))
      .limit(LISTED);
  }

  /** What holds of these clients. */
  async of(work: Work, clientIds: string[]): Promise<ReadonlyMap<string, Hold[]>> {
    const found = await work.tx
      .select({ clientId: keepingHolds.clientId, reason: keepingHolds.reason, until: keepingHolds.until })
      .from(keepingHolds)
      .where(and(eq(keepingHolds.firmId, work.firm.id), inArray(keepingHolds.clientId, clientIds), isNull(keepingHolds.endedAt)));
    const held = new Map<string, Hold[]>();
    for (const { clientId, ...one } of found) held.set(clientId, [...(held.get(clientId) ?? []), one]);
    return held;
  }

  async hold(work: Work, clientId: string, { reason, until: given }: HoldThings): Promise<string> {
    const until = given ?? null;
    await this.clients.standing(work, clientId);
    if (until !== null && until < work.today.toString())
      throw Problem.invalid([{ field: 'until', message: 'This day has passed: leave it open, or give a later one.' }]);
    const id = newId();
    await work.tx.insert(keepingHolds).values({ id, firmId: work.firm.id, clientId, reason, until, at: work.now.toString(), by: work.actor.name });
    const through = until === null ? '' : ` until ${plainDate(civil(until))}`;
    await this.events.record(work, HoldChanged, { what: `holds everything of the client${through}: ${reason}`, clientId, payload: { holdId: id } });
    return id;
  }

  async end(work: Work, holdId: string): Promise<void> {
    const [found] = await work.tx
      .select()
      .from(keepingHolds)
      .where(and(eq(keepingHolds.id, holdId), eq(keepingHolds.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('hold');
    if (found.endedAt !== null) throw Problem.refused('ended-already', `This hold was ended by ${found.endedBy}.`);
    await work.tx.update(keepingHolds).set({ endedAt: work.now.toString(), endedBy: work.actor.name }).where(eq(keepingHolds.id, holdId));
    await this.events.record(work, HoldChanged, { what: `ended the hold: ${found.reason}`, clientId: found.clientId, payload: { holdId } });
  }
}
