import { Injectable } from '@nestjs/common';
import { type SQL, and, asc, desc, eq, inArray, isNotNull, ne, or, sql } from 'drizzle-orm';
import { troubleOf, wantedOf } from '@steady/core/asks';
import type { AskOfPhase } from '@steady/core/procedures';
import type { AskView, PortalAsk } from '@steady/contract/asks';
import type { TodayView } from '@steady/contract/today';
import { rows } from '../../platform/database';
import { Present } from '../../platform/http/present';
import type { Work } from '../../platform/work';
import { ContactsService, peopleOfClients } from '../clients';
import { JobsService, jobsInLists } from '../jobs';
import { lastSentAbout } from '../post';
import { SHOWN, type TodayAsked, first } from '../today';
import { askParties, asks } from './asks.tables';
import { FollowUps } from './follow-ups.service';
import { type Ask, AskKinds, type AskParty } from './kinds';

type Found = Ask & { parties: AskParty[] };

/** Asks as they are looked at: by the firm, and by the client's people in the portal. */
@Injectable()
export class AskQueries {
  constructor(
    private readonly kinds: AskKinds,
    private readonly contacts: ContactsService,
    private readonly jobs: JobsService,
    private readonly followUps: FollowUps,
    present: Present,
  ) {
    present.register('ask', async (work, id) => (await this.views(work, eq(asks.id, id)))[0]);
  }

  /** What was asked in a job, the newest first, each with the part of its kind. */
  ofJob(work: Work, jobId: string): Promise<AskView[]> {
    return this.views(work, eq(asks.jobId, jobId));
  }

  async notToFile(work: Work, jobId: string): Promise<string[]> {
    const why: string[] = [];
    for (const kind of this.kinds.all) why.push(...((await kind.notToFile?.(work, jobId)) ?? []));
    return why;
  }

  /** What was asked of a client over all its jobs, the newest first. */
  ofClient(work: Work, clientId: string): Promise<AskView[]> {
    return this.views(work, eq(asks.clientId, clientId));
  }

  private async views(work: Work, which: SQL): Promise<AskView[]> {
    const found = await this.found(work, which);
    const parts = await this.byKind(found, (kind, askIds) => kind.parts(work, askIds));
    const names = await this.jobs.namesOf(
      work,
      found.flatMap((ask) => ask.jobId ?? []),
    );
    const next = await this.followUps.of(work, found);
    const written = await this.lastWritten(work, found);
    return found.map((ask) => ({
      id: ask.id,
      lastWritten: written.get(ask.id) ?? null,
      followUp: { ...next.get(ask.id)!, sent: ask.followUps, isStopped: ask.isStopped },
      version: ask.version,
      kind: ask.kind,
      kindName: this.kinds.of(ask.kind).name,
      title: ask.title,
      words: ask.words,
      wantedBy: ask.wantedBy,
      askedAt: ask.askedAt,
      askedBy: ask.askedBy,
      state: ask.state,
      stateSince: ask.stateSince,
      reason: ask.reason,
      clientId: ask.clientId,
      jobId: ask.jobId,
      jobName: ask.jobId && (names.get(ask.jobId) ?? null),
      owed: ask.owed,
      forUs: ask.forUs,
      trouble: troubleOf(ask, work.today.toString()),
      parties: ask.parties.map(({ id, contactId, memberId, name, position, state, turnSince, doneAt, wantedBy }) => ({
        id,
        contactId,
        memberId,
        name,
        position,
        state,
        turnSince,
        doneAt,
        wantedBy,
      })),
      sendOn: ask.sendOn,
      isPortalOnly: ask.isPortalOnly,
      promisedFor: ask.promisedFor,
      part: parts.get(ask.id),
    }));
  }

  /** When a message about each went out last. */
  private async lastWritten(work: Work, found: readonly Found[]): Promise<Map<string, string>> {
    if (found.length === 0) return new Map();
    const sent = await work.tx
      .select({ id: asks.id, at: sql<string | null>`${lastSentAbout(sql`'ask ' || ${asks.id}`)}` })
      .from(asks)
      .where(
        inArray(
          asks.id,
          found.map(({ id }) => id),
        ),
      );
    return new Map(sent.flatMap(({ id, at }) => (at === null ? [] : [[id, new Date(at).toISOString()] as const])));
  }

  private async found(work: Work, which: SQL): Promise<Found[]> {
    const all = await work.tx
      .select()
      .from(asks)
      .where(and(eq(asks.firmId, work.firm.id), which))
      .orderBy(desc(asks.askedAt), desc(asks.id));
    const parties = await this.partiesOf(
      work,
      all.map((ask) => ask.id),
    );
    return all.map((ask) => ({ ...ask, parties: parties.filter((party) => party.askId === ask.id) }));
  }

  private async partiesOf(work: Work, askIds: string[]): Promise<AskParty[]> {
    if (askIds.length === 0) return [];
    return work.tx.select().from(askParties).where(inArray(askParties.askId, askIds)).orderBy(asc(askParties.position), asc(askParties.id));
  }

  private async byKind<Part>(
    found: readonly Found[],
    read: (kind: ReturnType<AskKinds['of']>, askIds: string[]) => Promise<Map<string, Part>>,
  ): Promise<Map<string, Part>> {
    const parts = new Map<string, Part>();
    for (const kind of new Set(found.map((ask) => ask.kind))) {
      const askIds = found.flatMap((ask) => (ask.kind === kind ? [ask.id] : []));
      for (const [id, part] of await read(this.kinds.of(kind), askIds)) parts.set(id, part);
    }
    return parts;
  }

  /** An ask that whoever is in the portal has before them; null where it is not asked of them. */
  async opened(work: Work, id: string): Promise<{ clientId: string; what: string } | null> {
    const theirs = (await this.ofContact(work)).find((one) => one.id === id);
    if (!theirs) return null;
    const [ask] = await work.tx.select({ clientId: asks.clientId }).from(asks).where(eq(asks.id, id));
    return { clientId: ask!.clientId, what: theirs.title };
  }

  /** What the client's person who looks is asked, or was: those with a turn of theirs, and those for whoever gets asks of that kind. */
  async ofContact(work: Work): Promise<PortalAsk[]> {
    const says = await this.contacts.permissionsOf(work, work.actor.id!);
    if (says.size === 0) return [];
    const turned = work.tx.select({ id: askParties.askId }).from(askParties).where(isNotNull(askParties.turnSince));
    const found = await this.found(work, and(inArray(asks.clientId, [...says.keys()]), inArray(asks.id, turned))!);
    const theirs = found.flatMap((ask) => {
      const kind = this.kinds.of(ask.kind);
      if (!says.get(ask.clientId)![kind.permission]) return [];
      const party = ask.parties.find((one) => one.turnSince !== null && one.memberId === null && (one.contactId === null || one.contactId === work.actor.id));
      return party ? [{ ...ask, party }] : [];
    });
    const parts = await this.byKind(theirs, (kind, askIds) => kind.portalParts?.(work, askIds) ?? kind.parts(work, askIds));
    const jobs = await this.jobs.namesOf(
      work,
      theirs.flatMap((ask) => ask.jobId ?? []),
    );
    return theirs.map(({ party, ...ask }) => ({
      id: ask.id,
      partyId: party.id,
      kind: ask.kind,
      title: ask.title,
      words: ask.words,
      client: says.get(ask.clientId)!.client,
      jobName: ask.jobId && (jobs.get(ask.jobId) ?? null),
      wantedBy: wantedOf(party, ask),
      askedBy: ask.askedBy,
      askedAt: ask.askedAt,
      doneAt: party.doneAt,
      stands: portalStanding(ask, party),
      doneBefore: ask.parties.filter((one) => one.position < party.position && one.state === 'done').map((one) => one.name),
      part: parts.get(ask.id),
    }));
  }

  /** What was asked in a job and not withdrawn, as its phases see it. */
  async ofPhases(work: Work, jobId: string): Promise<AskOfPhase[]> {
    const found = await work.tx
      .select({ phaseKey: asks.phaseKey, kind: asks.kind, planKey: asks.planKey, state: asks.state })
      .from(asks)
      .where(and(eq(asks.jobId, jobId), ne(asks.state, 'withdrawn'), isNotNull(asks.phaseKey)));
    return found.map(({ phaseKey, kind, planKey, state }) => {
      const { holdsPhase, doneWords } = this.kinds.of(kind);
      return { phaseKey: phaseKey!, kind, planKey, holds: holdsPhase, done: state === 'done', doneWords };
    });
  }

  async hasMaterial(work: Work, jobId: string): Promise<boolean> {
    const found = await work.tx
      .selectDistinct({ kind: asks.kind })
      .from(asks)
      .where(and(eq(asks.jobId, jobId), ne(asks.state, 'withdrawn')));
    return found.some(({ kind }) => this.kinds.of(kind).material);
  }

  /** What of some jobs still lies with the client, or was refused: what their end would bring to an end. */
  async openOf(work: Work, jobIds: string[]): Promise<{ jobId: string; title: string }[]> {
    if (jobIds.length === 0) return [];
    const found = await work.tx
      .select({ jobId: asks.jobId, title: asks.title })
      .from(asks)
      .where(
        and(
          inArray(asks.jobId, jobIds),
          or(inArray(asks.state, ['drafted', 'planned', 'with the client', 'refused']), sql`${asks.state} = 'with us' and ${asks.forUs} = '[]'`),
        ),
      )
      .orderBy(asc(asks.askedAt));
    return found.map(({ jobId, title }) => ({ jobId: jobId!, title }));
  }

  /** The jobs in which some things were asked. */
  jobsOf(work: Work, askIds: string[]): Promise<{ jobId: string | null }[]> {
    return work.tx.select({ jobId: asks.jobId }).from(asks).where(inArray(asks.id, askIds));
  }

  /** What is to be printed for clients on paper: what nobody could be told of, and letters that ask again; of these alone, where ids are given. The longest first. */
  async toPrint(work: Work, askIds?: string[]): Promise<Ask[]> {
    const untold = work.tx.select({ id: askParties.askId }).from(askParties).where(eq(askParties.state, 'to be told'));
    return work.tx
      .select()
      .from(asks)
      .where(
        and(
          eq(asks.firmId, work.firm.id),
          eq(asks.released, false),
          sql`${asks.clientId} in (select p.id from ${peopleOfClients} p where p.way = 'paper')`,
          or(and(eq(asks.state, 'with us'), inArray(asks.id, untold)), and(eq(asks.state, 'with the client'), isNotNull(asks.letterDueSince))),
          askIds ? inArray(asks.id, askIds) : undefined,
        ),
      )
      .orderBy(asc(asks.askedAt), asc(asks.id));
  }

  /** Those of some jobs in which anything was ever asked. */
  async jobsWithAny(work: Work, jobIds: string[]): Promise<Set<string>> {
    if (jobIds.length === 0) return new Set();
    const found = await work.tx.selectDistinct({ jobId: asks.jobId }).from(asks).where(inArray(asks.jobId, jobIds));
    return new Set(found.map((one) => one.jobId!));
  }

  /** What asks bring to Today. */
  async onToday(work: Work, { mine, me }: TodayAsked): Promise<Partial<TodayView>> {
    const found = await this.forUs(work, mine ? me : null, SHOWN);
    return { answered: first(found.map((line) => ({ ...line, dueOn: null }))) };
  }

  /** What came from clients and nobody has looked at, the longest first; of one preparer's or manager's jobs, or of all. */
  private forUs(work: Work, personId: string | null, most: number): Promise<ForUsLine[]> {
    return rows<ForUsLine>(
      work.tx,
      sql`
        select a.id || ' ' || (one ->> 'key') as id, one ->> 'what' as what, one ->> 'why' as why, (one ->> 'since')::timestamptz as since,
          a.client_id as "clientId", c.name as client, a.job_id as "jobId", m.short_name as who, count(*) over ()::int as "inAll"
        from ${asks} a
        cross join jsonb_array_elements(a.for_us) with ordinality as u(one, at)
        join ${peopleOfClients} c on c.id = a.client_id
        left join ${jobsInLists} j on j.id = a.job_id
        left join members m on m.id = coalesce(j.preparer_id, c.preparer_id)
        where a.firm_id = ${work.firm.id} and a.for_us <> '[]'
          ${personId ? sql`and ${personId} in (coalesce(j.preparer_id, c.preparer_id), coalesce(j.manager_id, c.manager_id))` : sql``}
        order by since, a.id, u.at
        limit ${most}`,
    );
  }
}

interface ForUsLine {
  id: string;
  what: string;
  why: string;
  since: string;
  clientId: string;
  client: string;
  jobId: string | null;
  who: string | null;
  /** How many there are in all. */
  inAll: number;
}

/** How an ask stands for the one who looks at it in the portal. */
function portalStanding(ask: Ask, party: AskParty): PortalAsk['stands'] {
  if (party.state === 'done' || ask.state === 'done') return 'done';
  if (party.state === 'refused') return 'refused';
  if (ask.state === 'withdrawn' || ask.state === 'expired' || ask.state === 'refused' || ask.released) return 'not needed';
  return ask.owed.length > 0 || party.state === 'to be told' ? 'wanted' : 'with us';
}
