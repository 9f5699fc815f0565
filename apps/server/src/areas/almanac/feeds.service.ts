import { Injectable } from '@nestjs/common';
import { and, desc, eq, gt, sql } from 'drizzle-orm';
import type { AddFeed, FeedView } from '@steady/contract/almanac';
import { rows } from '../../platform/database';
import { Clock } from '../../platform/clock';
import { Database } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { daysAsCalendar } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { type Identity, bySecret, newSecret } from '../../platform/identity';
import { staffActor } from '../team';
import { type Work, Works, staffId } from '../../platform/work';
import { clientName, clientsWith } from '../clients';
import { feeds } from './almanac.tables';

export const FeedOpened = eventKind<{ feedId: string }>('calendar address given', 'almanac');
export const FeedWithdrawn = eventKind<{ feedId: string }>('calendar address withdrawn', 'almanac');

const FAR = '2200-01-01T00:00:00Z';
/** How far back a calendar goes. */
const DAYS_BACK = 60;

/** Deadlines for a calendar elsewhere, by a private address. It shows no more than the person who made it may see. */
@Injectable()
export class FeedsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly works: Works,
    private readonly events: Events,
  ) {}

  /** @returns the secret part of the address; it is shown once. */
  async open(work: Work, { scope }: AddFeed): Promise<{ id: string; secret: string }> {
    const { secret, hash } = newSecret();
    const [feed] = await work.tx
      .insert(feeds)
      .values({ firmId: work.firm.id, memberId: staffId(work), scope, tokenHash: hash, createdAt: work.now.toString(), expiresAt: FAR })
      .returning({ id: feeds.id });
    await this.events.record(work, FeedOpened, {
      what: `made a calendar address for ${scope === 'firm' ? 'the whole firm' : 'their own deadlines'}`,
      payload: { feedId: feed!.id },
    });
    return { id: feed!.id, secret };
  }

  /** Ends a calendar address: whoever still asks for it gets nothing. @throws Problem "not-found" also for one of another firm */
  async withdraw(work: Work, feedId: string): Promise<void> {
    const done = await work.tx
      .update(feeds)
      .set({ expiresAt: work.now.toString() })
      .where(and(eq(feeds.id, feedId), eq(feeds.memberId, staffId(work)), gt(feeds.expiresAt, work.now.toString())))
      .returning({ id: feeds.id });
    if (done.length === 0) throw Problem.notFound('calendar address');
    await this.events.record(work, FeedWithdrawn, { what: 'withdrew a calendar address', payload: { feedId } });
  }

  /** The addresses that the person made and that are still read. */
  list(work: Work): Promise<FeedView[]> {
    return work.tx
      .select({ id: feeds.id, scope: feeds.scope, createdAt: feeds.createdAt, lastReadAt: feeds.lastReadAt })
      .from(feeds)
      .where(and(eq(feeds.memberId, staffId(work)), gt(feeds.expiresAt, work.now.toString())))
      .orderBy(desc(feeds.createdAt));
  }

  /** The calendar behind an address as iCalendar text; null when the address is not known, was withdrawn, or its person has left. */
  async read(secret: string): Promise<string | null> {
    const found = await bySecret(this.database, feeds, secret, this.clock.now().toString(), async (feed, tx) => {
      const actor = await staffActor(tx, feed.memberId, this.clock.now());
      return actor && { feed, identity: { firmId: feed.firmId, actor } satisfies Identity };
    });
    if (!found) return null;
    const { feed, identity } = found;
    return this.works.run(identity, async (work) => {
      await work.tx.update(feeds).set({ lastReadAt: work.now.toString() }).where(eq(feeds.id, feed.id));
      const mine =
        feed.scope === 'firm'
          ? sql`true`
          : sql`(o.line_id in (select id from service_lines where preparer_id = ${feed.memberId}) or o.client_id in ${clientsWith('managerId', feed.memberId)} or o.client_id in ${clientsWith('partnerId', feed.memberId)})`;
      const days = await rows<{ id: string; name: string; client: string; dueOn: string; targetOn: string; status: string; receipt: string | null }>(
        work.tx,
        sql`select o.id, o.name, ${clientName(sql`o.client_id`)} as client, o.due_on as "dueOn", o.target_on as "targetOn", o.status, o.receipt from obligations o
            where o.firm_id = ${work.firm.id} and o.due_on >= ${work.today.subtract({ days: DAYS_BACK }).toString()} and o.status <> 'not required' and ${mine} order by o.due_on, o.id limit 20000`,
      );
      return daysAsCalendar(
        feed.scope === 'firm' ? `Deadlines, ${work.firm.shortName}` : `My deadlines, ${work.firm.shortName}`,
        days.map(({ id, name, client, dueOn, targetOn, status, receipt }) => ({
          id,
          on: dueOn,
          summary: `${status === 'filed' ? '✓ ' : ''}${client}: ${name}`,
          description: receipt ? `filed, receipt ${receipt}` : `${status}; our target ${targetOn}`,
        })),
        work.now,
      );
    });
  }
}
