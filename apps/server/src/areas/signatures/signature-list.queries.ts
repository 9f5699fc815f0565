import { Injectable } from '@nestjs/common';
import { addWorkingDays } from '@steady/core/calendar';
import { type SQL, sql } from 'drizzle-orm';
import { SIGNATURE } from '@steady/core/procedures';
import { SIGNATURE_STATES, type SignatureState } from '@steady/core/signing';
import type { Listed } from '@steady/contract/lists';
import type { SignaturesFilter } from '@steady/contract/queries';
import type { SignatureRow, SignatureSum } from '@steady/contract/signatures';
import type { TodayView } from '@steady/contract/today';
import { dayIn } from '../../platform/clock';
import { rows } from '../../platform/database';
import { type ListAsked, type ListDefinition, type ListField, ListFields, SavedLists, allFound, containing, pageOf } from '../../platform/lists';
import type { Work } from '../../platform/work';
import { isGranted } from '../access';
import { asksThere, asksWithTurns, partiesThere } from '../asks';
import { peopleOfClients, signsFor } from '../clients';
import { jobsInLists } from '../jobs';
import { personField, worksFor } from '../team';
import type { TodayAsked } from '../today';

const isOpen = sql`a.state in ('drafted', 'planned', 'with the client', 'with us') and not a.released`;
const TROUBLE = sql`case
  when d.copy_fault is not null then 'no signed copy'
  when ${isOpen} and a.turn_contact is not null and not ${signsFor(sql`a.turn_contact`, sql`a.client_id`)} then 'does not sign any more'
  when ${isOpen} and a.turn_member is not null and not ${worksFor(sql`a.turn_member`, isGranted(sql`a.turn_member`, sql`a.client_id`))} then 'does not see it any more'
  when ${isOpen} and a.turn_state = 'to be told' then 'nobody to write to' end`;
const STATE = sql`case when a.trouble is not null then 'in trouble' when a.state = 'done' then 'signed' when a.state in ('refused', 'withdrawn', 'expired') then a.state
  when a.released then 'withdrawn' else 'waiting' end`;

/** The fields of an ask `a` for signatures, of the client `c` in the job `j`. */
const FIELDS: ListField[] = [
  { key: 'title', name: 'What is signed', kind: 'text', value: sql`a.title`, sort: sql`a.title collate "unicode"` },
  { key: 'client', name: 'Client', kind: 'text', value: sql`c.name`, sort: sql`c.name collate "unicode"` },
  { key: 'job', name: 'Job', kind: 'text', value: sql`j.name`, sort: sql`j.name collate "unicode"` },
  { key: 'state', name: 'Status', kind: 'choice', choices: SIGNATURE_STATES, value: STATE },
  { key: 'turn', name: 'Waits for', kind: 'text', value: sql`a.turn_name`, sort: sql`a.turn_since` },
  { key: 'since', name: 'Waits since', kind: 'date', value: sql`a.turn_since::date`, sort: sql`a.turn_since` },
  { key: 'wanted', name: 'Wanted by', kind: 'date', value: sql`a.turn_wanted` },
  { key: 'asked', name: 'Asked', kind: 'date', value: sql`a.asked_at::date`, sort: sql`a.asked_at` },
  { key: 'askedBy', name: 'Asked by', kind: 'text', value: sql`a.asked_by` },
  { key: 'ended', name: 'Ended', kind: 'date', value: sql`a.ended_at::date`, sort: sql`a.ended_at` },
  { key: 'sealed', name: 'Sealed', kind: 'date', value: sql`a.sealed_at::date`, sort: sql`a.sealed_at` },
  { key: 'why', name: 'Reason', kind: 'text', value: sql`a.why` },
  personField('preparer', 'Preparer', 'coalesce(j.preparer_id, c.preparer_id)'),
  personField('manager', 'Manager', 'coalesce(j.manager_id, c.manager_id)'),
  personField('partner', 'Partner', 'coalesce(j.partner_id, c.partner_id)'),
];

const SHOWN = sql`a.id, a.title, ${STATE} as state, a.trouble, a.client_id as "clientId", c.name as client, a.job_id as "jobId", j.name as job, a.turn_name as turn,
  a.turn_since as "turnSince", a.turn_contact as "turnContactId", a.done, a.of_all as "of", a.turn_wanted as "wantedBy", a.ended_at as "endedAt", a.why as reason`;
const FROM = sql`(select a.*, d.copy_fault, d.sealed_at, ${TROUBLE} as trouble from ${asksWithTurns(SIGNATURE)} a join signature_documents d on d.ask_id = a.id) a
  join ${peopleOfClients} c on c.id = a.client_id left join ${jobsInLists} j on j.id = a.job_id`;

/** All documents that were given for signature, and how they stand. */
@Injectable()
export class SignatureList {
  constructor(
    private readonly listFields: ListFields,
    lists: SavedLists,
  ) {
    lists.register('signatures', (work) => this.fields(work));
  }

  async fields(work: Work): Promise<ListField[]> {
    return this.listFields.with('signatures', FIELDS, work.firm.currency);
  }

  /** The list: in trouble, refused and waiting first, who waits longest on top; then what is over, the latest on top. */
  async listing(work: Work, { state, find, client, job, contact }: Omit<SignaturesFilter, 'columns'>): Promise<ListDefinition> {
    const conditions: SQL[] = [sql`a.firm_id = ${work.firm.id}`];
    if (client) conditions.push(sql`a.client_id = ${client}`);
    if (job) conditions.push(sql`a.job_id = ${job}`);
    if (contact) conditions.push(sql`${contact} = any(a.contacts)`);
    if (state) conditions.push(sql`${STATE} = ${state}`);
    if (find?.trim())
      conditions.push(sql`(a.title || ' ' || c.name || ' ' || coalesce(j.name, '') || ' ' || coalesce(a.turn_name, '')) ilike ${containing(find.trim())}`);
    return {
      what: state === undefined ? 'documents given for signature' : `documents given for signature, ${state}`,
      fields: await this.fields(work),
      from: FROM,
      key: sql`a.id`,
      where: sql.join(conditions, sql` and `),
      order: sql`array_position(array['in trouble', 'refused', 'waiting'], ${STATE}) nulls last, a.turn_since, a.ended_at desc, a.id`,
      row: { columns: SHOWN, from: FROM },
      named: sql`a.title || ' ' || c.name`,
    };
  }

  async page(work: Work, asked: SignaturesFilter, listed: ListAsked): Promise<Listed<SignatureRow>> {
    return pageOf<SignatureRow>(work, await this.listing(work, asked), listed);
  }

  /** What of them is news for today: signed by all since the working day before, refused, stuck; of one preparer's or manager's jobs, or of all. */
  async onToday(work: Work, { mine, me }: TodayAsked): Promise<Partial<TodayView>> {
    const since = addWorkingDays(work.today, -1, work.firm.calendar).toZonedDateTime({ timeZone: work.firm.zone }).toInstant().toString();
    const [found] = await rows<TodayView['signatures']>(
      work.tx,
      sql`select (count(*) filter (where ${STATE} = 'signed'))::int as signed, (count(*) filter (where ${STATE} = 'refused'))::int as refused,
            (count(*) filter (where ${STATE} = 'in trouble'))::int as stuck
          from ${FROM} where a.firm_id = ${work.firm.id} and (a.ended_at is null or a.state = 'refused' or a.copy_fault is not null or a.ended_at >= ${since})
            ${mine ? sql`and ${me} in (coalesce(j.preparer_id, c.preparer_id), coalesce(j.manager_id, c.manager_id))` : sql``}`,
    );
    return { signatures: { ...found!, own: await this.ofMember(work, me) } };
  }

  /** What waits for the signature of a person of the firm, what is wanted first on top. */
  private ofMember(work: Work, memberId: string): Promise<TodayView['signatures']['own']> {
    return rows(
      work.tx,
      sql`select p.id as "partyId", a.title, c.name as client, least(p.wanted_by, a.wanted_by) as "wantedBy"
          from ${partiesThere} p join ${asksThere} a on a.id = p.ask_id join ${peopleOfClients} c on c.id = a.client_id
          where a.firm_id = ${work.firm.id} and p.member_id = ${memberId} and p.state = 'asked' and not a.released and a.state in ('with the client', 'with us')
          order by 4, 1 limit 20`,
    );
  }

  /** How many stand where, whatever of them the list shows. */
  async sum(work: Work, { client, job, contact }: SignaturesFilter): Promise<SignatureSum> {
    const { from, where } = await allFound(work, await this.listing(work, { client, job, contact }), {});
    const found = await rows<{ state: SignatureState; count: number; since: string | null }>(
      work.tx,
      sql`select ${STATE} as state, count(*)::int as count, min(a.turn_since) as since from ${from} where ${where} group by 1`,
    );
    const since = found.flatMap((one) => (one.since === null ? [] : [new Date(one.since).toISOString()])).sort()[0];
    return {
      states: Object.fromEntries(SIGNATURE_STATES.map((state) => [state, found.find((one) => one.state === state)?.count ?? 0])) as SignatureSum['states'],
      longest: since === undefined ? null : dayIn(work.firm.zone, since).until(work.today).days,
    };
  }
}
