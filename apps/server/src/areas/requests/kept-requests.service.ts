import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import type { KeepRequest, KeptRequest } from '@steady/contract/requests';
import { newId, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ServicesService, serviceName } from '../services';
import { type KeptItem, keptRequests } from './requests.tables';

export const KeptRequestChanged = eventKind<{ keptId: string }>('kept request changed', 'requests');

const itemsOf = ({ items }: Pick<KeepRequest, 'items'>): KeptItem[] => items.map(({ name, description = null, link = null }) => ({ name, description, link }));

/** Requests whose words the firm keeps, for the jobs of a service or of all. */
@Injectable()
export class KeptRequests implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly services: ServicesService,
    private readonly present: Present,
  ) {}

  onModuleInit(): void {
    this.present.register('kept request', async (work, id) => (await this.list(work)).find((one) => one.id === id));
  }

  /** By service, then by title; those for all services last. */
  list(work: Work): Promise<KeptRequest[]> {
    return rows<KeptRequest>(
      work.tx,
      sql`select k.id, k.version, k.title, k.service_id as "serviceId", ${serviceName(sql`k.service_id`)} as service, k.days_to_answer as "daysToAnswer", k.items
          from kept_requests k where k.firm_id = ${work.firm.id} order by service nulls last, k.title collate "unicode", k.id`,
    );
  }

  private async mustBeService(work: Work, serviceId: string | undefined): Promise<void> {
    if (serviceId !== undefined) await this.services.get(work, serviceId);
  }

  private async held(work: Work, id: string): Promise<typeof keptRequests.$inferSelect> {
    const [found] = await work.tx
      .select()
      .from(keptRequests)
      .where(and(eq(keptRequests.id, id), eq(keptRequests.firmId, work.firm.id)))
      .for('update');
    if (!found) throw Problem.notFound('kept request');
    return found;
  }

  /** @param of which one is changed, in which version; null for a new one */
  async keep(work: Work, input: KeepRequest, of: { id: string; version: number } | null): Promise<string> {
    await this.mustBeService(work, input.serviceId);
    const before = of && (await this.held(work, of.id));
    if (before && before.version !== of.version) throw Problem.stale('kept request', before.id);
    const { title, serviceId = null, daysToAnswer } = input;
    const set = { title, serviceId, daysToAnswer, items: itemsOf(input) };
    const id = before?.id ?? newId();
    if (before)
      await work.tx
        .update(keptRequests)
        .set({ ...set, version: before.version + 1 })
        .where(eq(keptRequests.id, id));
    else await work.tx.insert(keptRequests).values({ id, firmId: work.firm.id, ...set });
    await this.say(work, id, `${before ? 'changed' : 'kept'} the request "${title}" for later`, before, set);
    return id;
  }

  async remove(work: Work, id: string): Promise<void> {
    const before = await this.held(work, id);
    await work.tx.delete(keptRequests).where(eq(keptRequests.id, id));
    await this.say(work, id, `removed the kept request "${before.title}"`, before);
  }

  private async say(work: Work, keptId: string, what: string, before: unknown, after?: unknown): Promise<void> {
    await this.events.record(work, KeptRequestChanged, { what, before, after, payload: { keptId } });
  }
}
