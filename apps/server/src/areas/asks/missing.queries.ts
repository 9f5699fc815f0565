import { Injectable } from '@nestjs/common';
import { type SQL, and, eq, inArray, sql } from 'drizzle-orm';
import { type ThingState, isOwed, lastSafeDay } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import type { MissingOf, MissingRow, MissingSum } from '@steady/contract/asks';
import type { Listed } from '@steady/contract/lists';
import type { TodayView } from '@steady/contract/today';
import { rows } from '../../platform/database';
import { type ListAsked, type ListDefinition, type ListField, ListFields, SavedLists, allFound, containing, pageOf } from '../../platform/lists';
import type { Work } from '../../platform/work';
import { peopleOfClients } from '../clients';
import { deadlinesOf, jobsInLists, wantedByJobs } from '../jobs';
import { lastSentAbout } from '../post';
import { asks } from './asks.tables';
import { FollowUps } from './follow-ups.service';
import { AskKinds } from './kinds';
import { missingFields } from './missing-fields';

export interface MissingAsked {
  view?: MissingOf;
  find?: string;
  clientId?: string;
  jobId?: string;
}

const WEEKS_LONG = 14;

const VIEW_WORDS: Record<MissingOf, string> = {
  all: 'things',
  owed: 'things that clients owe',
  'for us': 'things that wait for us',
  'past the last safe day': 'things past the last safe day',
};

const SHOWN = sql`m.id, m.what, m.state, m.since, m.why, m.client_id as "clientId", c.name as client, c.way, m.job_id as "jobId", j.name as job, j.due_on as "dueOn", s.safe as "lastSafe",
  m.ask_id as "askId", m.item_id as "itemId", m.key, m.title, m.asked_at as "askedAt", m.send_on as "sendOn", m.wanted_by as "wantedBy", m.promised_for as "promisedFor", ${lastSentAbout(sql`'ask ' || m.ask_id`)} as "lastWritten"`;

type Found = Omit<MissingRow, 'isLate' | 'isPastSafe' | 'followUp'>;

/** What the work of the firm needs from its clients: what was asked for and how it stands, what is to be asked, what is to be confirmed. */
@Injectable()
export class MissingQueries {
  constructor(
    private readonly kinds: AskKinds,
    private readonly followUps: FollowUps,
    private readonly listFields: ListFields,
    lists: SavedLists,
  ) {
    lists.register('missing', (work) => this.fields(work));
  }

  async fields(work: Work): Promise<ListField[]> {
    return this.listFields.with('missing', missingFields, work.firm.currency);
  }

  /** Everything that is wanted, one by one: of open asks by their kinds, and what jobs want besides. */
  private lines(work: Work): SQL {
    const { id: firmId } = work.firm;
    const ofKinds = sql.join(
      this.kinds.all.map(({ kind, lines }) => sql`select k.* from (${lines(sql`a.id`)}) k where a.kind = ${kind}`),
      sql` union all `,
    );
    const isAsked = sql`exists (select from asks a where a.job_id = j.id and a.phase_key = j.phase and a.plan_key = r ->> 'key' and a.state <> 'withdrawn')`;
    return sql`(
      select a.id || ' ' || l.key as id, a.id as ask_id, l.item_id, l.key, a.client_id, a.job_id, a.title, l.what,
        -- What nobody could be told of is not owed yet.
        case when a.state in ('planned', 'with us') and l.state in ('missing', 'sent back') then 'to ask' else l.state end as state, l.since, l.why,
        coalesce(l.wanted_by, a.wanted_by) as wanted_by, a.asked_at, a.asked_by, a.send_on, a.promised_for,
        case when l.state in ('missing', 'sent back') and not a.is_stopped and not a.is_portal_only then greatest(a.next_follow_up_on, a.promised_for + 1) end as next_on, l.position
      from asks a cross join lateral (${ofKinds}) l
      where a.firm_id = ${firmId} and a.state in ('planned', 'with the client', 'with us', 'refused') and (not a.released or l.state in ('came in', 'their question'))
      union all
      select w.job_id || ' ' || w.key, null, null, w.key, w.client_id, w.job_id, w.title, w.what, w.state, w.since::timestamptz, w.why, null, null, null, null, null, null, w.position
      from (${wantedByJobs(firmId, isAsked)}) w)`;
  }

  /** The last safe day of every deadline that plays a part, to be joined. */
  private async safeDays(work: Work): Promise<SQL> {
    const { late, calendar } = work.firm;
    const ids = sql`(select a.job_id from asks a where a.firm_id = ${work.firm.id} and a.state in ('planned', 'with the client', 'with us'))`;
    const days = late.days === 0 ? [] : await rows<{ day: string }>(work.tx, deadlinesOf(ids));
    const safe = days.map(({ day }) => ({ due: day, safe: lastSafeDay(civil(day), late, calendar)!.toString() }));
    return sql`(select * from jsonb_to_recordset(${JSON.stringify(safe)}::jsonb) as x(due date, safe date))`;
  }

  /** The list, by client and job; within a job in the order in which things were asked. */
  async listing(work: Work, { view = 'all', find, clientId, jobId }: MissingAsked): Promise<ListDefinition> {
    const from = sql`${this.lines(work)} m join ${peopleOfClients} c on c.id = m.client_id left join ${jobsInLists} j on j.id = m.job_id left join ${await this.safeDays(work)} s on s.due = j.due_on`;
    const conditions: SQL[] = [sql`true`];
    if (clientId) conditions.push(sql`m.client_id = ${clientId}`);
    if (jobId) conditions.push(sql`m.job_id = ${jobId}`);
    if (view === 'owed') conditions.push(OWED);
    if (view === 'for us') conditions.push(sql`m.state in ('their question', 'came in', 'to ask', 'to confirm', 'refused')`);
    if (view === 'past the last safe day') conditions.push(sql`${OWED} and s.safe < ${work.today.toString()}`);
    if (find?.trim())
      conditions.push(sql`(c.name || ' ' || coalesce(j.name, '') || ' ' || coalesce(m.title, '') || ' ' || m.what) ilike ${containing(find.trim())}`);
    return {
      what: VIEW_WORDS[view],
      fields: await this.fields(work),
      from,
      key: sql`m.id`,
      where: sql.join(conditions, sql` and `),
      order: sql`c.name collate "unicode", m.client_id, j.name collate "unicode", m.job_id, m.asked_at nulls first, m.position, m.id`,
      row: { columns: SHOWN, from },
      named: sql`c.name || ' ' || coalesce(j.name, '') || ' ' || m.what`,
    };
  }

  /** A page of it, with what comes next for each. */
  async page(work: Work, asked: MissingAsked, listed: ListAsked): Promise<Listed<MissingRow>> {
    const page = await pageOf<Found>(work, await this.listing(work, asked), listed);
    const askIds = [...new Set(page.rows.flatMap(({ askId }) => askId ?? []))];
    const found = askIds.length === 0 ? [] : await work.tx.select().from(asks).where(inArray(asks.id, askIds));
    const next = await this.followUps.of(work, found);
    const today = work.today.toString();
    return {
      ...page,
      rows: page.rows.map((row) => ({
        ...row,
        isLate: isOwed(row.state) && row.wantedBy !== null && row.wantedBy < today,
        isPastSafe: isOwed(row.state) && row.lastSafe !== null && row.lastSafe < today,
        followUp: (row.askId !== null && next.get(row.askId)) || null,
      })),
    };
  }

  /** How much of it there is, whatever the list leaves out. */
  async sum(work: Work, asked: MissingAsked): Promise<MissingSum> {
    const { from, where } = await allFound(work, await this.listing(work, { ...asked, view: 'all', find: undefined }), {});
    const today = work.today.toString();
    const long = work.today.subtract({ days: WEEKS_LONG }).toString();
    const count = (state: ThingState) => sql`(count(*) filter (where m.state = ${state}))::int`;
    const [sum] = await rows<Omit<MissingSum, 'next'> & { nextOn: string | null }>(
      work.tx,
      sql`select (count(*) filter (where ${OWED}))::int as things, (count(distinct m.client_id) filter (where ${OWED}))::int as clients,
            (count(*) filter (where ${OWED} and m.since::date < ${long}))::int as long, ${count('their question')} as questions, ${count('to ask')} as "toAsk",
            (count(*) filter (where ${OWED} and s.safe < ${today}))::int as "pastSafe", min(m.next_on) filter (where m.next_on > ${today}) as "nextOn"
          from ${from} where ${where}`,
    );
    const { nextOn, ...rest } = sum!;
    if (nextOn === null) return { ...rest, next: null };
    const [then] = await rows<{ count: number }>(
      work.tx,
      sql`select count(distinct m.ask_id)::int as count from ${from} where ${where} and m.next_on = ${nextOn}`,
    );
    return { ...rest, next: { on: nextOn, count: then!.count } };
  }

  /** How much is missing, for the margin of Today. */
  async onToday(work: Work): Promise<Pick<TodayView, 'missing'>> {
    const [found] = await work.tx
      .select({ things: sql<number>`coalesce(sum(jsonb_array_length(${asks.owed})), 0)::int`, clients: sql<number>`count(distinct ${asks.clientId})::int` })
      .from(asks)
      .where(and(eq(asks.firmId, work.firm.id), eq(asks.state, 'with the client')));
    return { missing: found! };
  }
}

const OWED = sql`m.state in ('missing', 'sent back')`;
