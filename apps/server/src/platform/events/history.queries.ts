import { type SQL, and, asc, desc, eq, inArray, lt, sql } from 'drizzle-orm';
import type { Work } from '../work';
import { events } from './tables';

/** Which events are asked for: all that is given has to hold. */
export interface HistoryAsked {
  actorId?: string;
  clientIds?: readonly string[];
  jobId?: string;
  kind?: string;
  /** Civil days in the firm's zone, both included. */
  from?: string;
  until?: string;
  /** Before the event of this id, or of this place in the order. */
  beforeId?: string;
  beforeSeq?: number;
  limit?: number;
  oldestFirst?: true;
}

const HAPPENED = {
  id: events.id,
  seq: events.seq,
  at: events.at,
  who: events.actorName,
  kind: events.kind,
  what: events.what,
  aboutFees: events.aboutFees,
  clientId: events.clientId,
  jobId: events.jobId,
  before: events.before,
  after: events.after,
};

/** What happened in the firm, the newest first unless the oldest are asked for first. What is about fees is for the reader to hold back. */
export async function happened(work: Work, asked: HistoryAsked) {
  const zone = work.firm.zone;
  const which: (SQL | undefined)[] = [
    eq(events.firmId, work.firm.id),
    asked.actorId === undefined ? undefined : eq(events.actorId, asked.actorId),
    asked.clientIds && inArray(events.clientId, [...asked.clientIds]),
    asked.jobId === undefined ? undefined : eq(events.jobId, asked.jobId),
    asked.kind === undefined ? undefined : eq(events.kind, asked.kind),
    asked.from === undefined ? undefined : sql`${events.at} >= (${asked.from}::date)::timestamp at time zone ${zone}`,
    asked.until === undefined ? undefined : sql`${events.at} < (${asked.until}::date + 1)::timestamp at time zone ${zone}`,
    asked.beforeSeq === undefined ? undefined : lt(events.seq, asked.beforeSeq),
    asked.beforeId === undefined ? undefined : sql`${events.seq} < (select b.seq from events b where b.id = ${asked.beforeId})`,
  ];
  const found = work.tx
    .select(HAPPENED)
    .from(events)
    .where(and(...which))
    .orderBy(asked.oldestFirst ? asc(events.seq) : desc(events.seq));
  return asked.limit === undefined ? found : found.limit(asked.limit);
}

/** The kinds of event that have happened in the firm, in their order. */
export async function kindsHappened(work: Work): Promise<string[]> {
  const found = await work.tx.selectDistinct({ kind: events.kind }).from(events).where(eq(events.firmId, work.firm.id)).orderBy(asc(events.kind));
  return found.map((one) => one.kind);
}

/** What is on record of clients under certain kinds of events, in the order in which it happened, with what was recorded just now. */
export async function eventsOf(
  work: Work,
  clientIds: readonly string[],
  kinds: readonly string[],
): Promise<{ clientId: string | null; kind: string; at: string; after: unknown }[]> {
  const found = await work.tx
    .select({ clientId: events.clientId, kind: events.kind, at: events.at, after: events.after })
    .from(events)
    .where(and(inArray(events.clientId, [...clientIds]), inArray(events.kind, [...kinds])))
    .orderBy(events.seq);
  const now = work.journal.filter(({ clientId, kind }) => kinds.includes(kind) && clientIds.includes(clientId ?? ''));
  return [...found, ...now.map(({ clientId = null, kind, at, after }) => ({ clientId, kind, at, after }))];
}
