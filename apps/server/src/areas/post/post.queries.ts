import { SETTINGS, type Settings } from '../../platform/settings';
import { Problem } from '../../platform/http/problem';
import { SQL, inArray } from 'drizzle-orm';
import { readBy } from '../../platform/identity';
import { Inject, Injectable } from '@nestjs/common';
import { asc, eq, sql } from 'drizzle-orm';
import { type Held, heldInWords, pacingWorkings } from '@steady/core/pacing';
import { FULL_PAGE } from '@steady/contract/paging';
import type { GoingOut, PostRoomMessage, SentMessage } from '@steady/contract/post';
import type { FailedLine, First } from '@steady/contract/today';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { type Counted, first } from '../today';
import { type FileOf, type ZipEntry, safeName } from '../whole-file';
import { clientName } from '../clients';
import { letterAsMail } from './letter-as-mail';
import { MESSAGES } from './message-sql';
import { messages } from './post.tables';

/** As many as one wants to see of what waits to go out. */
const PLANNED = 500;

/** Letters `p` as the simulated post room took them. */
const LETTERS = sql`post_room p`;

/** A message `m` with its client `c` and, while it waits, its place in the outbox `o`. */
const MESSAGE = sql`m.id, m.at, m.to_name as "to", m.address, m.subject, m.body, m.status, m.client_id as "clientId", ${clientName(sql`m.client_id`)} as client, m.job_id as "jobId", m.by, m.about_fees as "aboutFees",
  case when m.status = 'waiting' then o.not_before end as "goesOutAt", o.last_error as trouble, m.wanted_at as "wantedAt", m.is_now as "isNow", m.held as "heldBy", m.per_day as "perDay",
  case when m.status in ('waiting', 'sent') then (select count(*)::int from messages x where x.goes_with = coalesce(m.goes_with, m.id) and x.status = m.status) else 0 end as "goesWith"`;

/** A message as a person of the firm may read it: the link in it is its reader's alone, and amounts are for who may see fees. */
export function asRead<T extends { subject: string; body: string; aboutFees: boolean }>(work: Work, message: T): Omit<T, 'aboutFees'> {
  const { aboutFees, ...rest } = message;
  const body = message.body.replace(/\/portal\/door\/[\w-]+/g, '(their own link)');
  return { ...rest, subject: readBy(work.actor, message.subject, aboutFees), body: readBy(work.actor, body, aboutFees) };
}

type Found = Omit<SentMessage, 'held' | 'workings'> & { aboutFees: boolean; heldBy: Held[]; perDay: number | null; wantedAt: string; isNow: boolean };

async function readable(work: Work, statement: SQL): Promise<SentMessage[]> {
  return (await rows<Found>(work.tx, statement)).map(({ heldBy, perDay, wantedAt, isNow, ...message }) => {
    const limit = perDay ?? work.firm.pacing.perDay;
    const { at, goesOutAt, goesWith } = message;
    const paced = { writtenAt: Date.parse(at), notBefore: Date.parse(wantedAt), held: heldBy, limit, with: goesWith, now: isNow };
    return asRead(work, {
      ...message,
      held: goesOutAt === null ? null : heldInWords(paced, work.firm.pacing) || null,
      workings: goesOutAt === null ? null : pacingWorkings({ ...paced, at: Date.parse(goesOutAt) }, work.firm.pacing, work.firm.zone),
    });
  });
}

@Injectable()
export class PostQueries {
  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  /** What the firm wrote, the newest first; of one client or job when given. */
  async sent(work: Work, asked: { clientId?: string; jobId?: string; before?: string }): Promise<SentMessage[]> {
    return readable(
      work,
      sql`select ${MESSAGE} from ${MESSAGES}
          where m.firm_id = ${work.firm.id} ${asked.clientId ? sql`and m.client_id = ${asked.clientId}` : sql``} ${asked.jobId ? sql`and m.job_id = ${asked.jobId}` : sql``}
            ${asked.before ? sql`and (m.at, m.id) < (select b.at, b.id from messages b where b.id = ${asked.before})` : sql``}
          order by m.at desc, m.id desc limit ${FULL_PAGE}`,
    );
  }

  /** What waits to go out, the next first, before it what could not be delivered. */
  async goingOut(work: Work): Promise<SentMessage[]> {
    return readable(
      work,
      sql`select ${MESSAGE} from ${MESSAGES} where m.firm_id = ${work.firm.id} and m.status in ('waiting', 'failed') order by m.status, o.not_before, m.id limit ${PLANNED}`,
    );
  }

  /** How much goes out on each of the next days on which something does. */
  planned(work: Work): Promise<GoingOut[]> {
    return rows<GoingOut>(
      work.tx,
      sql`select min(o.not_before) as at, count(*)::int as messages, count(distinct m.client_id)::int as clients from ${MESSAGES}
          where m.firm_id = ${work.firm.id} and m.status = 'waiting' and o.not_before > ${work.now.toString()} group by (o.not_before at time zone ${work.firm.zone})::date order by 1 limit 4`,
    );
  }

  /** What post brings to a client's whole file: its messages, as any mail program opens them. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const found = await work.tx.select().from(messages).where(eq(messages.clientId, id)).orderBy(asc(messages.at), asc(messages.id));
    const entries: ZipEntry[] = [];
    for (const { toName: to, ...message } of found) {
      const read = asRead(work, { ...message, to });
      entries.push({ name: `letters/${message.at.slice(0, 10)} ${safeName(read.subject)}.eml`, text: await letterAsMail(work.firm.name, read) });
    }
    return entries;
  }

  /** Those of these jobs about which something was written to the client. */
  async jobsWrittenAbout(work: Work, jobIds: string[]): Promise<Set<string>> {
    if (jobIds.length === 0) return new Set();
    const found = await work.tx.selectDistinct({ jobId: messages.jobId }).from(messages).where(inArray(messages.jobId, jobIds));
    return new Set(found.flatMap((one) => one.jobId ?? []));
  }

  /** Messages that could not be delivered. */
  async failures(work: Work, most: number): Promise<First<FailedLine>> {
    const found = await rows<Counted<Pick<FailedLine, 'id' | 'jobId' | 'client' | 'at'> & { to: string; subject: string; aboutFees: boolean }>>(
      work.tx,
      sql`
        select m.id, m.to_name as "to", m.subject, m.about_fees as "aboutFees", m.job_id as "jobId", ${clientName(sql`m.client_id`)} as client, m.at, count(*) over ()::int as "inAll"
        from messages m
        where m.firm_id = ${work.firm.id} and m.status = 'failed'
        order by m.at desc, m.id
        limit ${most}`,
    );
    return first(
      found.map(({ to, subject, aboutFees, ...one }): Counted<FailedLine> => ({
        ...one,
        kind: 'message',
        what: readBy(work.actor, `A message to ${to}: ${subject}`, aboutFees),
        why: 'could not be delivered',
      })),
    );
  }

  /** What the simulated post room has taken, the newest first; what lets people of the firm in stands beside the sign-in page. A part of the demo. */
  async postRoom(work: Work, before?: string): Promise<PostRoomMessage[]> {
    if (!this.settings.demo || !work.firm.demo) throw Problem.notFound('page');
    const found = await rows<Omit<PostRoomMessage, 'link'>>(
      work.tx,
      sql`select p.id, p.at, p.channel, p.to_name as "to", p.address, p.subject, p.body, p.reply_to is not null as "takesAnswer" from ${LETTERS}
          where p.firm_id = ${work.firm.id} and not p.for_staff ${before ? sql`and (p.at, p.id) < (select b.at, b.id from post_room b where b.id = ${before})` : sql``}
          order by p.at desc, p.id desc limit ${FULL_PAGE}`,
    );
    return found.map((message) => ({ ...message, link: /\/portal\/door\/[\w-]+/.exec(message.body)?.[0] ?? null }));
  }

  /** Where an answer to a letter in the simulated post room goes, and from which address it comes. @throws Problem where it wants none */
  async answered(work: Work, letterId: string): Promise<{ to: string; from: string; subject: string }> {
    if (!this.settings.demo || !work.firm.demo) throw Problem.notFound('page');
    const [found] = await rows<{ to: string; from: string; subject: string }>(
      work.tx,
      sql`select p.reply_to as "to", p.address as "from", p.subject from ${LETTERS} where p.firm_id = ${work.firm.id} and p.id = ${letterId} and p.reply_to is not null`,
    );
    if (!found) throw Problem.notFound('letter');
    return found;
  }
}
