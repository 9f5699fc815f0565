import { type CivilDate, type WorkingCalendar, civil, later } from '@steady/core/calendar';
import { newId, rows } from '@steady/server/platform/database/index';
import type { Work } from '@steady/server/platform/work/index';
import { type SQL, sql } from 'drizzle-orm';
import { type Pattern, type Row, Rewriting } from './rewriting';
import type { DemoServices } from './services';

/** One table of what was done in a job: what finds its rows, and the column by whose moment a row comes into being. Without one, a row is there from the first day. */
interface Part {
  table: string;
  of: (jobId: string) => SQL;
  at?: string;
}

/** The tables of a job's work, in the order in which their rows name one another. Bills, payments and settlements are not among them: those are made by the application each time. */
const PARTS: Part[] = [
  { table: 'jobs', of: (job) => sql`id = ${job}` },
  { table: 'tasks', of: (job) => sql`job_id = ${job}` },
  { table: 'job_actions', of: (job) => sql`job_id = ${job}` },
  { table: 'asks', of: (job) => sql`job_id = ${job}` },
  { table: 'ask_parties', of: (job) => sql`ask_id in (select id from asks where job_id = ${job})` },
  { table: 'request_items', of: (job) => sql`ask_id in (select id from asks where job_id = ${job})` },
  { table: 'documents', of: (job) => sql`job_id = ${job} and not about_fees`, at: 'at' },
  {
    table: 'request_answers',
    of: (job) => sql`item_id in (select i.id from request_items i join asks a on a.id = i.ask_id where a.job_id = ${job})`,
    at: 'at',
  },
  { table: 'messages', of: (job) => sql`job_id = ${job} and not about_fees`, at: 'at' },
  { table: 'post_room', of: (job) => sql`key in (select id::text from messages where job_id = ${job} and not about_fees)`, at: 'at' },
  {
    table: 'outbox',
    of: (job) => sql`kind = 'deliver message' and key in (select id::text from messages where job_id = ${job} and not about_fees)
      or kind = 'file return' and key like (select obligation_id from jobs where id = ${job}) || ':%'`,
    at: 'done_at',
  },
  { table: 'filings', of: (job) => sql`key like (select obligation_id from jobs where id = ${job}) || ':%'`, at: 'at' },
  { table: 'time_entries', of: (job) => sql`job_id = ${job}`, at: 'recorded_at' },
  { table: 'wip_postings', of: (job) => sql`job_id = ${job} and kind = 'time'`, at: 'at' },
  { table: 'events', of: (job) => sql`job_id = ${job} and not about_fees`, at: 'at' },
];

/** Tables whose rows are there since the job began. */
const BEGUN_WITH = ['jobs', 'tasks'];
/** Links by which clients come in from a message. */
const LINKS = { table: 'portal_links' };

/** A job that is written as an earlier one went. */
export interface Repeated {
  number: number;
  /** The day on which the client had answered everything; that of its beginning where nothing was asked. */
  ready: CivilDate;
  /** The day of the last thing that was done in it. */
  lastDay: CivilDate;
}

/**
 * What a line has done once from beginning to end is, in the older part of the demo's history, not lived through again: its
 * later jobs are written as the first one went, each act as many working days after the job's beginning as then, with ids,
 * numbers, days, receipts and links of their own. The rows of a day are written on that day, so that the history and the ledger run
 * in order.
 */
export class Repeats {
  private readonly patterns = new Map<string, Pattern>();
  private readonly days = new Map<string, Map<string, Row[]>>();

  constructor(
    private readonly app: DemoServices,
    private readonly calendar: WorkingCalendar,
  ) {}

  /** Writes, of the jobs that began today, those whose line has finished one before. @param isLike whether a job goes as others of its line */
  async begin(work: Work, isLike: (job: { clientId: string; serviceId: string }) => boolean): Promise<Repeated[]> {
    const begun = await found(
      work,
      'jobs',
      sql`status = 'open' and start_on = ${work.today.toString()} and exists (select from jobs e where e.line_id = t.line_id and e.status = 'finished')`,
      'number',
    );
    const repeated: Repeated[] = [];
    for (const job of begun) {
      if (!isLike({ clientId: String(job.client_id), serviceId: String(job.service_id) })) continue;
      const pattern = await this.patternOf(work, String(job.line_id));
      if (pattern) repeated.push(await this.write(work, pattern, job));
    }
    return repeated;
  }

  /** Writes what belongs to a day. */
  async live(work: Work): Promise<void> {
    const today = this.days.get(work.today.toString());
    if (!today) return;
    for (const { table } of [...PARTS, LINKS]) await insert(work, table, today.get(table) ?? []);
    this.days.delete(work.today.toString());
  }

  /** How the first finished job of a line went; none of those with a signature in them, whose papers name their day. */
  private async patternOf(work: Work, lineId: string): Promise<Pattern | null> {
    const known = this.patterns.get(lineId);
    if (known) return known;
    const [job] = await found(
      work,
      'jobs',
      sql`line_id = ${lineId} and status = 'finished' and not exists (select from asks a where a.job_id = t.id and (a.kind = 'signature' or a.state <> 'done'))`,
      'number limit 1',
    );
    if (!job) return null;
    const [deadline] = await found(work, 'obligations', sql`id = ${job.obligation_id}`, 'id');
    const parts = new Map<string, Row[]>();
    for (const { table, of, at } of PARTS) {
      const order = table === 'events' || table === 'wip_postings' ? 'seq' : (at ?? 'id');
      parts.set(table, await found(work, table, of(String(job.id)), order));
    }
    const [began, ...acts] = parts.get('events')!;
    parts.set('events', withoutBills(acts.filter(({ at }) => at !== began!.at)));
    const pattern = { job, deadline: deadline!, parts };
    this.patterns.set(lineId, pattern);
    return pattern;
  }

  private async write(work: Work, pattern: Pattern, job: Row): Promise<Repeated> {
    const [deadline] = await found(work, 'obligations', sql`id = ${job.obligation_id}`, 'id');
    const planned = await found(work, 'tasks', sql`job_id = ${job.id}`, 'position');
    const anew = new Rewriting(this.calendar, work.firm.zone, pattern, { job, deadline: deadline! });
    const taskLike = ({ key }: Row) => planned.find((task) => task.key === key);
    for (const task of pattern.parts.get('tasks')!) anew.takesPlaceOf(task, taskLike(task) ?? { id: newId() });
    await work.tx.execute(sql`delete from job_actions where job_id = ${job.id}`);
    let [ready, lastDay] = [work.today, work.today];
    for (const { table, at } of PARTS)
      for (const row of pattern.parts.get(table)!) {
        const written = anew.row(row);
        // What its beginning has settled stays: which job of which period, and when each task is due.
        if (table === 'jobs') {
          Object.assign(written, only(job, ['number', 'period_start', 'period_end']));
          if (typeof written.everything_in_on === 'string') ready = civil(written.everything_in_on);
        }
        if (table === 'tasks') Object.assign(written, only(taskLike(row) ?? {}, ['start_on', 'due_on']));
        if (table === 'documents') {
          await this.ownFile(work, written, String(row.address), anew);
          Object.assign(written, { year: Number(String(job.period_end).slice(0, 4)), is_looked_through: false });
        }
        const day = at === undefined ? work.today : anew.dayIn(String(written[at]));
        lastDay = later(lastDay, day);
        this.put(day, table, written);
      }
    const doors = anew.doors();
    if (doors.length > 0)
      for (const link of await found(work, LINKS.table, sql`token_hash in ${doors}`, 'token_hash')) this.put(work.today, LINKS.table, anew.door(link));
    const { workings: _, ...filing } = pattern.deadline;
    const { status, version, filed_by, receipt, filed_at } = anew.row(filing);
    await work.tx.execute(
      sql`update obligations set status = ${status}, version = ${version}, filed_by = ${filed_by}, receipt = ${receipt}, filed_at = ${filed_at} where id = ${deadline!.id}`,
    );
    return { number: Number(job.number), ready, lastDay };
  }

  /** What a client sent names the day it was made: each time another file. */
  private async ownFile(work: Work, document: Row, address: string, anew: Rewriting): Promise<void> {
    if (document.kind !== 'text/plain') return;
    const chunks: Uint8Array[] = [];
    for await (const chunk of await this.app.files.read(work.firm, address)) chunks.push(chunk as Uint8Array);
    const words = Buffer.concat(chunks).toString().split('\n');
    const file = await this.app.files.keepBytes(work.firm, Buffer.from(words.map((line) => anew.value(line)).join('\n')));
    await this.app.files.claim(work, file);
    document.address = file.address;
  }

  private put(day: CivilDate, table: string, row: Row): void {
    const key = day.toString();
    const tables = this.days.get(key) ?? new Map<string, Row[]>();
    tables.set(table, [...(tables.get(table) ?? []), row]);
    this.days.set(key, tables);
  }
}

/** The rows of a table as they stand, column by column. */
async function found(work: Work, table: string, which: SQL, order: string): Promise<Row[]> {
  const all = await rows<{ row: Row }>(work.tx, sql`select to_jsonb(t) as row from ${sql.raw(table)} t where ${which} order by ${sql.raw(order)}`);
  return all.map(({ row }) => row);
}

const only = (row: Row, columns: string[]): Row => Object.fromEntries(Object.entries(row).filter(([column]) => columns.includes(column)));

const known = new Map<string, string[]>();

/** The columns that are given values, as they stand in a statement; the same as long as the process lives. */
async function columnsOf(work: Work, table: string): Promise<string[]> {
  const there = known.get(table);
  if (there) return there;
  const given = await rows<{ name: string }>(
    work.tx,
    sql`select quote_ident(column_name) as name from information_schema.columns
        where table_schema = 'public' and table_name = ${table} and is_generated = 'NEVER' and coalesce(column_default, '') not like 'nextval(%'`,
  );
  const names = given.map(({ name }) => name);
  known.set(table, names);
  return names;
}

/**
 * Rows of one table at once, in place of what stands there under their ids. What the database makes by itself (a place in the
 * order of all, columns made of others) it makes anew.
 */
async function insert(work: Work, table: string, written: Row[]): Promise<void> {
  if (written.length === 0) return;
  const names = await columnsOf(work, table);
  const columns = sql.raw(names.join(', '));
  const anew = BEGUN_WITH.includes(table) ? sql.raw(`on conflict (id) do update set ${names.map((name) => `${name} = excluded.${name}`).join(', ')}`) : sql``;
  await work.tx.execute(
    sql`insert into ${sql.raw(table)} (${columns}) select ${columns} from jsonb_populate_recordset(null::${sql.raw(table)}, ${JSON.stringify(written)}::jsonb) ${anew}`,
  );
}

/** Without the filing of a bill's PDF and the message that it is there, which no amount tells apart from others. */
function withoutBills(events: Row[]): Row[] {
  let messages = 0;
  return events.filter(({ kind, what }) => {
    if (kind === 'document filed' && String(what).includes('Invoice ')) {
      messages += 1;
      return false;
    }
    if (kind !== 'message sent' || messages === 0) return true;
    messages -= 1;
    return false;
  });
}
