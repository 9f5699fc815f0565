import { Injectable, Logger } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { counted } from '@steady/core/words';
import { rows } from '../../platform/database';
import { type News, lastPlace, newsAfter } from '../../platform/events';
import { pastGrants } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { TasksService } from '../jobs';
import { WHO_DOES, WITH_WORK } from './estimate-sql';

/** Work that is still to be done: so many minutes of somebody, or of nobody yet, from a day to a day (ISO 8601). */
export interface OpenWork {
  personId: string | null;
  minutes: number;
  startOn: string;
  dueOn: string;
}

type OfClient = OpenWork & { clientId: string };

/** Happens often, and changes nothing that is to be done. */
const IDLE = ['signed in', 'sign-in refused', 'timer changed', 'backup made'];
/** What happened to one client and concerns others too. */
const WIDE = ['clients merged'];
/** Where several processes write, something may be confirmed after what has a later place: so many places are looked at again. */
const LATE = 200;
/** After so much news it is quicker to read all of it anew. */
const MUCH = 2_000;
/** So many firms are kept at once, each so long before it is read anew, and with what begins so many weeks ahead: almost nobody looks further. */
const FIRMS = 50;
const HOURS = 6;
const WEEKS = 13;

interface Kept {
  /** The last event that was looked at, and those shortly before it. */
  seq: number;
  met: Set<number>;
  readAt: number;
  /** What begins on this day or later is not in it. */
  until: string;
  byClient: Map<string, OpenWork[]>;
  /** All of them, added up. */
  sums: Map<string, OpenWork>;
}

const keyOf = ({ personId, startOn, dueOn }: OpenWork) => `${personId} ${startOn} ${dueOn}`;

function add(sums: Map<string, OpenWork>, one: OpenWork, sign: 1 | -1): void {
  const key = keyOf(one);
  const minutes = (sums.get(key)?.minutes ?? 0) + sign * one.minutes;
  if (minutes === 0) sums.delete(key);
  else sums.set(key, { ...one, minutes });
}

/**
 * What a firm still has to do, kept in memory and followed up by what happened since: on a large firm adding up every open task
 * and every deadline ahead takes a tenth of a second, and each look at Today or the almanac asks for it.
 */
@Injectable()
export class OpenWorkBook {
  private readonly firms = new Map<string, Kept>();
  private readonly log = new Logger('Open work');

  constructor(private readonly tasks: TasksService) {}

  /** All that begins before a day, as the person who asks may see it. */
  async until(work: Work, end: string): Promise<OpenWork[]> {
    const { actor } = work;
    // Whoever sees few clients has little to add up; and what a unit of work changes is not confirmed yet.
    const isNarrow = actor.kind !== 'staff' || !actor.allClients;
    if (isNarrow || !work.readsOnly) return read(work, this.tasks, { until: end });
    const kept = await pastGrants(work.tx, () => this.followed(work));
    if (end > kept.until) return read(work, this.tasks, { until: end });
    const sums = new Map(kept.sums);
    for (const one of (actor.hiddenClient && kept.byClient.get(actor.hiddenClient)) || []) add(sums, one, -1);
    return [...sums.values()].filter((one) => one.startOn < end);
  }

  /** The same as it would be with our target of a job moved. */
  withMoved(work: Work, end: string, moved: { jobId: string; targetOn: string }): Promise<OpenWork[]> {
    return read(work, this.tasks, { until: end, moved });
  }

  private async followed(work: Work): Promise<Kept> {
    const known = this.firms.get(work.firm.id);
    const followed = known ? await this.followUp(work, known) : null;
    if (followed && followed.readAt >= work.now.epochMilliseconds - HOURS * 3_600_000) return followed;
    const anew = await this.readAnew(work);
    if (followed) this.compare(followed, anew);
    return anew;
  }

  /** Says in the log whose work was followed up wrongly, if anybody’s was: from here on it is right again. */
  private compare(followed: Kept, anew: Kept): void {
    const asItIs = ({ byClient }: Kept, clientId: string) =>
      (byClient.get(clientId) ?? [])
        .filter(({ startOn }) => startOn < followed.until)
        .map((one) => `${keyOf(one)} ${one.minutes}`)
        .sort()
        .join();
    const wrong = [...new Set([...followed.byClient.keys(), ...anew.byClient.keys()])].filter((id) => asItIs(followed, id) !== asItIs(anew, id));
    if (wrong.length > 0) this.log.error(`What was kept was not what is on record, at ${counted(wrong.length, 'client')}: ${wrong.slice(0, 10).join(', ')}`);
  }

  /** @returns null where all is better read anew */
  private async followUp(work: Work, known: Kept): Promise<Kept | null> {
    const news = await newsAfter(work, known.seq - LATE);
    const fresh = news.filter(({ seq, kind }) => !known.met.has(seq) && !IDLE.includes(kind));
    if (fresh.length > MUCH || fresh.some(({ clientId, kind }) => clientId === null || WIDE.includes(kind))) return null;
    const clients = [...new Set(fresh.map(({ clientId }) => clientId!))];
    if (clients.length > 0) put(known, clients, await read(work, this.tasks, { clients, until: known.until }));
    return meet(known, news);
  }

  private async readAnew(work: Work): Promise<Kept> {
    const news = await newsAfter(work, (await lastPlace(work)) - LATE);
    const until = work.today.add({ weeks: WEEKS }).toString();
    const kept: Kept = { seq: 0, met: new Set(), readAt: work.now.epochMilliseconds, until, byClient: new Map(), sums: new Map() };
    const all = await read(work, this.tasks, { until });
    put(kept, [...new Set(all.map(({ clientId }) => clientId))], all);
    this.firms.delete(work.firm.id);
    this.firms.set(work.firm.id, meet(kept, news));
    if (this.firms.size > FIRMS) this.firms.delete(this.firms.keys().next().value!);
    return kept;
  }
}

function meet(kept: Kept, news: News[]): Kept {
  kept.seq = news.at(-1)?.seq ?? kept.seq;
  kept.met = new Set(news.map(({ seq }) => seq));
  return kept;
}

/** What stands for these clients gives way to what was read of them. */
function put(kept: Kept, clients: string[], found: OfClient[]): void {
  for (const client of clients) {
    for (const one of kept.byClient.get(client) ?? []) add(kept.sums, one, -1);
    kept.byClient.delete(client);
  }
  for (const { clientId, ...one } of found) {
    add(kept.sums, one, 1);
    const of = kept.byClient.get(clientId);
    if (of) of.push(one);
    else kept.byClient.set(clientId, [one]);
  }
}

/** Reads it as it stands: what is left of open tasks, and what the work of deadlines whose jobs have not begun is estimated at, from its beginning to our target. */
async function read(work: Work, tasks: TasksService, { until, clients, moved }: Parameters<TasksService['workLeft']>[1]): Promise<OfClient[]> {
  const left = await tasks.workLeft(work, { until, clients, moved });
  const only = (column: SQL) => (clients ? sql`and ${column} in (select jsonb_array_elements_text(${JSON.stringify(clients)}::jsonb)::uuid)` : sql``);
  const ahead = await rows<OfClient>(
    work.tx,
    sql`select o.client_id as "clientId", ${WHO_DOES} as "personId", sum(w.minutes)::int as minutes, o.begins_on as "startOn", o.target_on as "dueOn"
        from obligations o join service_lines l on l.id = o.line_id join services s on s.id = o.service_id ${WITH_WORK}
        where o.firm_id = ${work.firm.id} and o.status = 'open' and o.leads and not o.begun
          ${until ? sql`and o.begins_on < ${until}` : sql``} ${only(sql`o.client_id`)} group by 1, 2, 4, 5`,
  );
  return [...left, ...ahead];
}
