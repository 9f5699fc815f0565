import { Injectable } from '@nestjs/common';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { ChangeRelated, RelateClient, RelatedView } from '@steady/contract/contacts';
import { newId } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsService } from './clients.service';
import { clients, relatedClients } from './clients.tables';
import { ClientParts } from './client-parts';

export const ClientsRelated = eventKind<{ relatedId: string }>('clients related', 'clients');
export const ClientNoLongerRelated = eventKind<{ clientId: string }>('client no longer related', 'clients');
export const RelatedChanged = eventKind<{ relatedId: string }>('related clients changed', 'clients');

/** Which clients belong together: a family, a group of companies. */
@Injectable()
export class RelatedService {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly parts: ClientParts,
  ) {}

  /** Puts a client and another together. Where both belong somewhere already, the two become one. @returns under which id. */
  async relate(work: Work, clientId: string, input: RelateClient): Promise<string> {
    const [own, other] = [await this.clients.standing(work, clientId), await this.clients.standing(work, input.otherId)];
    if (own.id === other.id) throw Problem.invalid([{ field: 'otherId', message: 'Choose another client.' }]);
    if (own.relatedId !== null && own.relatedId === other.relatedId)
      throw Problem.invalid([{ field: 'otherId', message: `${other.name} belongs together with it already.` }]);
    const relatedId = other.relatedId ?? own.relatedId ?? (await this.found(work, input));
    if (own.relatedId !== null && own.relatedId !== relatedId) await work.tx.update(clients).set({ relatedId }).where(eq(clients.relatedId, own.relatedId));
    for (const client of [own, other]) {
      if (client.relatedId === relatedId) continue;
      await work.tx.update(clients).set({ relatedId }).where(eq(clients.id, client.id));
      await this.events.record(work, ClientsRelated, {
        what: `related ${client.name} to ${client === own ? other.name : own.name}`,
        clientId: client.id,
        before: { relatedId: client.relatedId },
        after: { relatedId },
        payload: { relatedId },
      });
    }
    return relatedId;
  }

  private async found(work: Work, { name, kind = 'other' }: RelateClient): Promise<string> {
    if (!name) throw Problem.invalid([{ field: 'name', message: 'Say how they are called together, for example "Keane family".' }]);
    const id = newId();
    await work.tx.insert(relatedClients).values({ id, firmId: work.firm.id, name, kind });
    return id;
  }

  /** Says anew what clients that belong together are called, and of which kind they are. */
  async change(work: Work, relatedId: string, { name, kind }: ChangeRelated): Promise<void> {
    const before = await this.get(work, relatedId);
    await work.tx.update(relatedClients).set({ name, kind }).where(eq(relatedClients.id, relatedId));
    await this.events.record(work, RelatedChanged, {
      what: `calls the related clients ${name}`,
      before: { name: before.name, kind: before.kind },
      after: { name, kind },
      payload: { relatedId },
    });
  }

  /** Takes a client out; the others stay together. */
  async leave(work: Work, clientId: string): Promise<void> {
    const client = await this.clients.get(work, clientId);
    if (client.relatedId === null) throw Problem.notFound('related clients');
    await work.tx.update(clients).set({ relatedId: null }).where(eq(clients.id, clientId));
    await this.events.record(work, ClientNoLongerRelated, {
      what: `${client.name} is no longer related to the others`,
      clientId,
      before: { relatedId: client.relatedId },
      payload: { clientId },
    });
  }

  private async get(work: Work, relatedId: string): Promise<typeof relatedClients.$inferSelect> {
    const [related] = await work.tx.select().from(relatedClients).where(eq(relatedClients.id, relatedId));
    if (related?.firmId !== work.firm.id) throw Problem.notFound('page');
    return related;
  }

  /** The clients that belong together, with what stands open for each; those that whoever looks may see. */
  async view(work: Work, relatedId: string): Promise<RelatedView> {
    const { id, name, kind } = await this.get(work, relatedId);
    const found = await work.tx
      .select({ id: clients.id, name: clients.name, legalForm: clients.legalForm, standing: clients.standing })
      .from(clients)
      .where(and(eq(clients.relatedId, relatedId), isNull(clients.mergedInto)))
      .orderBy(sql`${clients.name} collate "unicode"`, clients.id);
    const together: RelatedView['clients'] = [];
    for (const client of found) {
      const { nextDue, openJobs, waitingSince, unpaid, wip } = await this.parts.of(work, client.id);
      together.push({ ...client, dueOn: nextDue?.dueOn ?? null, due: nextDue?.name ?? null, openJobs, waitingSince, unpaid, wip });
    }
    return { id, name, kind, clients: together };
  }
}
