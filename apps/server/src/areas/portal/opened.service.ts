import { Injectable } from '@nestjs/common';
import { and, desc, eq, sql } from 'drizzle-orm';
import type { OpenedBy, OpenedThing } from '@steady/contract/requests';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientRecords, ClientsService, ContactMerging, ContactsService } from '../clients';
import { openedThings } from './portal.tables';

/** What a thing of the portal is to whoever is in; null where it is not theirs to open. */
type Find = (work: Work, id: string) => Promise<{ clientId: string; what: string } | null>;

/** What clients opened in the portal, and when. Areas say of their own things whose they are. */
@Injectable()
export class OpenedThings {
  private readonly finds = new Map<string, Find>();

  constructor(
    records: ClientRecords,
    merging: ContactMerging,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
  ) {
    records.follow(openedThings);
    merging.follow(openedThings.contactId);
  }

  bring(kind: string, find: Find): void {
    this.finds.set(kind, find);
  }

  /** Whoever is in has it before them. */
  async opened(work: Work, kind: string, thingId: string): Promise<void> {
    const thing = await this.finds.get(kind)?.(work, thingId);
    if (!thing) throw Problem.notFound('page');
    const now = work.now.toString();
    const [there] = await work.tx
      .select({ id: openedThings.id })
      .from(openedThings)
      .where(and(eq(openedThings.contactId, work.actor.id!), eq(openedThings.kind, kind), eq(openedThings.thingId, thingId)));
    if (there)
      await work.tx
        .update(openedThings)
        .set({ lastAt: now, times: sql`times + 1` })
        .where(eq(openedThings.id, there.id));
    else await work.tx.insert(openedThings).values({ firmId: work.firm.id, contactId: work.actor.id!, kind, thingId, firstAt: now, lastAt: now, ...thing });
    work.topics.add('portal');
  }

  /** By whom something was opened, who opened it first on top; two records that became one person are one. */
  async by(work: Work, kind: string, thingId: string): Promise<OpenedBy[]> {
    const { contactId, firstAt, lastAt, times } = openedThings;
    const found = await work.tx
      .select({ contactId, firstAt: sql<string>`min(${firstAt})`, lastAt: sql<string>`max(${lastAt})`, times: sql<number>`sum(${times})::int` })
      .from(openedThings)
      .where(and(eq(openedThings.firmId, work.firm.id), eq(openedThings.kind, kind), eq(openedThings.thingId, thingId)))
      .groupBy(contactId)
      .orderBy(sql`min(${firstAt})`, contactId);
    const names = await this.contacts.names(
      work,
      found.map((one) => one.contactId),
    );
    return found.map(({ contactId: id, ...one }) => ({ name: names.get(id) ?? 'somebody', ...one }));
  }

  /** What a person opened of late, the newest first. */
  async of(work: Work, contactId: string): Promise<OpenedThing[]> {
    await this.contacts.get(work, contactId);
    const found = await work.tx
      .select()
      .from(openedThings)
      .where(and(eq(openedThings.firmId, work.firm.id), eq(openedThings.contactId, contactId)))
      .orderBy(desc(openedThings.lastAt), desc(openedThings.id))
      .limit(20);
    const names = await this.clients.names(
      work,
      found.map(({ clientId }) => clientId),
    );
    return found.map(({ kind, thingId, what, clientId, firstAt, lastAt, times }) => ({
      kind,
      id: thingId,
      what,
      client: names.get(clientId) ?? '',
      firstAt,
      lastAt,
      times,
    }));
  }
}
