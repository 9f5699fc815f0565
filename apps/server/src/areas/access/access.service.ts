import { Injectable, type OnModuleInit } from '@nestjs/common';
import { counted } from '@steady/core/words';
import { and, count, eq, inArray, sql } from 'drizzle-orm';
import type { ChangeMemberStatus, ChangeGrants, GrantOutcome, GrantTarget } from '@steady/contract/team';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, Works } from '../../platform/work';
import { ClientAdded, ClientChanged, ClientsBroughtIn, ClientsMerged, ClientQueries, ClientsRemoved, ClientsService } from '../clients';
import { ConversationsService } from '../conversations';
import { JobsService, TasksService } from '../jobs';
import { RolesService, TeamParts, TeamService } from '../team';
import { clientGrants } from './access.tables';
import { GroupsService } from './groups.service';

const NAMED = ['partnerId', 'managerId', 'preparerId'];

export const ClientsGranted = eventKind<{ memberIds: string[] }>('clients granted', 'access');
export const ClientsTakenBack = eventKind<{ memberIds: string[] }>('clients taken back', 'access');
export const SightChanged = eventKind<{ memberId: string }>('sight changed', 'access');
export const OwnRecordSet = eventKind<{ clientId: string }>('own record set', 'access');
export const WorkHandedOver = eventKind<{ from: string; to: string }>('work handed over', 'access');

/** Names in a sentence: up to three, then how many more. */
const named = (names: string[]) => (names.length <= 3 ? names.join(', ') : `${names.slice(0, 3).join(', ')} and ${names.length - 3} more`);
const clientsInWords = (names: string[]) => (names.length === 1 ? names[0]! : `${names.length} clients (${named(names)})`);

/** Which clients are granted to whom. What follows from it is held by row level security, not here. */
@Injectable()
export class AccessService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly book: ClientQueries,
    private readonly jobs: JobsService,
    private readonly conversations: ConversationsService,
    private readonly tasks: TasksService,
    private readonly team: TeamService,
    private readonly roles: RolesService,
    private readonly groups: GroupsService,
    private readonly works: Works,
    private readonly parts: TeamParts,
  ) {}

  onModuleInit(): void {
    this.parts.bringGrants(
      (work) => this.countsOf(work),
      (work, memberId, clientId) => this.isGranted(work, memberId, clientId),
    );
    this.events.on(ClientsRemoved, async (work, { payload: { clientIds } }) => {
      await work.tx.delete(clientGrants).where(inArray(clientGrants.clientId, clientIds));
    });
    this.events.on(ClientsMerged, (work, { payload }) => this.grantBoth(work, payload));
    this.events.on(ClientAdded, (work, { payload }) => this.grantToNamed(work, [payload.clientId]));
    this.events.on(ClientsBroughtIn, async (work, { payload }) => {
      await this.grantToNamed(work, payload.clientIds);
    });
    // Only when people were changed: what was taken back from somebody does not come again by itself.
    this.events.on(ClientChanged, async (work, { payload: { clientId, facts } }) => {
      if (NAMED.some((fact) => facts.includes(fact))) await this.grantToNamed(work, [clientId]);
    });
  }

  /** How many clients are granted to each person. */
  private async countsOf(work: Work): Promise<Map<string, number>> {
    const found = await work.tx.select({ memberId: clientGrants.memberId, granted: count() }).from(clientGrants).groupBy(clientGrants.memberId);
    return new Map(found.map((one) => [one.memberId, one.granted]));
  }

  private async isGranted(work: Work, memberId: string, clientId: string): Promise<boolean> {
    const granted = await work.tx.$count(clientGrants, and(eq(clientGrants.memberId, memberId), eq(clientGrants.clientId, clientId)));
    return granted > 0;
  }

  /** Whoever added a client sees it, and so does its partner, manager and preparer. */
  private async grantToNamed(work: Work, clientIds: string[]): Promise<void> {
    // First, and by itself: until it is done the client cannot be looked up by whoever added it.
    if (work.actor.kind === 'staff' && !work.actor.allClients)
      await this.insertGrants(
        work,
        clientIds.map((clientId) => ({ memberId: work.actor.id!, clientId })),
        'added it',
      );
    const seesAll = new Set((await this.roles.withRights(work)).filter((member) => member.allClients).map((member) => member.id));
    const named = [...(await this.clients.those(work, clientIds)).values()].flatMap(({ id, partnerId, managerId, preparerId }) =>
      [partnerId, managerId, preparerId].flatMap((memberId) => (memberId === null || seesAll.has(memberId) ? [] : [{ memberId, clientId: id }])),
    );
    await this.insertGrants(work, named, `named on it by ${work.actor.name}`);
  }

  /** Grants clients to people; whoever has one already keeps it as it was granted. */
  private async insertGrants(work: Work, grants: { memberId: string; clientId: string }[], how: string): Promise<void> {
    if (grants.length === 0) return;
    await work.tx.execute(
      sql`insert into client_grants (firm_id, member_id, client_id, how, at)
          select ${work.firm.id}, (x.given ->> 'memberId')::uuid, (x.given ->> 'clientId')::uuid, ${how}, ${work.now.toString()}::timestamptz
          from jsonb_array_elements(${JSON.stringify(grants)}::jsonb) x (given) on conflict do nothing`,
    );
  }

  /** Whoever saw one of two records that became one sees what stands under either of them. */
  private async grantBoth(work: Work, { from, into }: { from: string; into: string }): Promise<void> {
    for (const [one, other] of [
      [from, into],
      [into, from],
    ] as const)
      await work.tx.execute(
        sql`insert into client_grants (firm_id, member_id, client_id, how, at)
            select g.firm_id, g.member_id, ${other}, g.how, g.at from client_grants g where g.client_id = ${one} on conflict do nothing`,
      );
  }

  /** Grants a person the clients they are named on or have open work for. */
  private async grantOwnWork(work: Work, memberId: string, how: string, also: readonly string[] = []): Promise<void> {
    const served = await this.clients.servedBy(work, memberId);
    const clientIds = new Set([...served.map((client) => client.id), ...(await this.tasks.clientsWithOpenWorkOf(work, memberId)), ...also]);
    await this.insertGrants(
      work,
      [...clientIds].map((clientId) => ({ memberId, clientId })),
      how,
    );
  }

  /** The clients that are meant, among those that the person who acts sees. */
  async meant(work: Work, target: GrantTarget): Promise<{ id: string; name: string }[]> {
    const { clientIds, find, label, partnerId, managerId } = target;
    if ([clientIds, find, label, partnerId, managerId].every((part) => part === undefined))
      throw Problem.invalid([{ field: 'clientIds', message: 'Choose clients, or look for a word, a label or a person.' }]);
    return this.book.meant(work, { clientIds, find, label, partnerId, managerId });
  }

  private async people(work: Work, memberIds: string[]): Promise<{ id: string; name: string }[]> {
    const names = await this.team.names(work);
    return [...new Set(memberIds)].sort().map((id) => {
      const name = names.get(id);
      if (name === undefined) throw Problem.notFound('person');
      return { id, name };
    });
  }

  /** Grants clients to people and groups. @returns the sentence that says what was granted. */
  async grant(work: Work, { memberIds = [], groupIds = [], ...target }: ChangeGrants): Promise<GrantOutcome> {
    const people = await this.people(work, memberIds);
    const groups = await this.groups.named(work, groupIds);
    const clients = await this.meant(work, target);
    const clientIds = clients.map((client) => client.id);
    const granted = await rows<{ member_id: string }>(
      work.tx,
      sql`insert into client_grants (firm_id, member_id, client_id, how, at)
          select ${work.firm.id}, m.id::uuid, c.id::uuid, ${`by ${work.actor.name}`}, ${work.now.toString()}::timestamptz
          from jsonb_array_elements_text(${JSON.stringify(memberIds)}::jsonb) m (id), jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb) c (id)
          on conflict do nothing returning member_id`,
    );
    let changed = granted.length;
    for (const group of groups) changed += await this.groups.grant(work, group, clientIds);
    const who = [...people, ...groups];
    const all = (people.length + groups.reduce((sum, group) => sum + group.memberIds.length, 0)) * clients.length;
    const before = all - changed;
    const said =
      clients.length === 0
        ? 'No client matches, so nothing was granted.'
        : `${who.map((one) => one.name).join(', ')} ${people.length === 1 && groups.length === 0 ? 'sees' : 'see'} ${clientsInWords(clients.map((client) => client.name))} from now on${before > 0 ? `; ${before === all ? 'all of it was' : `${before} of it were`} granted before` : ''}${groups.length > 0 ? '. Whoever joins the group later sees them too' : ''}.`;
    if (changed > 0 || groups.length > 0) await this.tell(work, ClientsGranted, 'granted', who, clients);
    return { said, changed };
  }

  /** Takes back what was granted to people one by one, or to groups. Work already done stays as it is. */
  async takeBack(work: Work, { memberIds = [], groupIds = [], ...target }: ChangeGrants): Promise<GrantOutcome> {
    const people = await this.people(work, memberIds);
    const groups = await this.groups.named(work, groupIds);
    const clients = await this.meant(work, target);
    const clientIds = clients.map((client) => client.id);
    const taken = await rows<{ client_id: string }>(
      work.tx,
      sql`delete from client_grants where member_id in (select jsonb_array_elements_text(${JSON.stringify(memberIds)}::jsonb)::uuid)
            and client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid) and group_id is null returning client_id`,
    );
    let changed = taken.length;
    for (const group of groups) changed += await this.groups.takeBack(work, group, clientIds);
    const gone = groups.length > 0 ? clients : clients.filter((client) => taken.some((row) => row.client_id === client.id));
    const who = [...people, ...groups];
    const said =
      changed === 0
        ? 'None of it was granted one by one, so nothing was removed.'
        : `${who.map((one) => one.name).join(', ')} no longer ${who.length === 1 && groups.length === 0 ? 'sees' : 'see'} ${clientsInWords(gone.map((client) => client.name))}.`;
    if (changed > 0) await this.tell(work, ClientsTakenBack, 'removed', who, gone);
    return { said, changed };
  }

  private async tell(work: Work, kind: typeof ClientsGranted, verb: string, people: { id: string; name: string }[], clients: { id: string; name: string }[]) {
    const names = people.map((person) => person.name).join(', ');
    await this.events.record(work, kind, {
      what: `${verb} ${clientsInWords(clients.map((client) => client.name))} ${verb === 'granted' ? 'to' : 'from'} ${names}`,
      clientId: clients.length === 1 ? clients[0]!.id : null,
      after: { people: people.map((person) => person.id), clients: clients.slice(0, 500).map((client) => client.id) },
      payload: { memberIds: people.map((person) => person.id) },
    });
  }

  /** Lets a person see every client, also those to come, or only what was granted and what they have work on. */
  async setSight(work: Work, memberId: string, allClients: boolean): Promise<void> {
    const member = await this.team.get(work, memberId);
    if (work.actor.kind === 'staff' && !work.actor.allClients && allClients)
      throw Problem.refused('more-than-own', 'You do not see every client yourself. Somebody who does can grant this.');
    await this.team.setSight(work, memberId, allClients);
    if (!allClients) await this.grantOwnWork(work, memberId, 'had work on it');
    await this.events.record(work, SightChanged, {
      what: allClients ? `lets ${member.name} see every client` : `lets ${member.name} see only the clients granted`,
      before: { allClients: member.allClients },
      after: { allClients },
      payload: { memberId },
    });
  }

  /** Says which client is the firm itself: from then on only whoever has that right sees it. */
  async setOwnRecord(work: Work, clientId: string): Promise<void> {
    const client = await this.clients.get(work, clientId);
    await this.works.change(work, { ownClientId: clientId });
    await this.events.record(work, OwnRecordSet, {
      what: `made ${client.name} the firm\u2019s own record: only the right to see it shows it`,
      clientId,
      payload: { clientId },
    });
  }

  /** Suspends a person, lets them in again or records that they left; what they had open goes to somebody else. */
  async setStanding(work: Work, memberId: string, { standing, handTo }: ChangeMemberStatus): Promise<void> {
    if (standing !== 'active') {
      const open = await this.tasks.openTasksOf(work, memberId);
      if (open.length > 0 && handTo === undefined)
        throw Problem.invalid([{ field: 'handTo', message: `${open.length} tasks are open. Choose who takes them over.` }]);
      const spoken = await this.conversations.answeredBy(work, memberId);
      if (spoken > 0 && handTo === undefined)
        throw Problem.invalid([
          { field: 'handTo', message: `${counted(spoken, 'conversation')} ${spoken === 1 ? 'goes' : 'go'} on. Choose who answers from now on.` },
        ]);
      if (handTo !== undefined) await this.handOver(work, memberId, handTo);
    }
    await this.team.setStanding(work, memberId, standing);
  }

  /** Gives everything open of one person, and the clients they are named on, to another, who then sees those clients. */
  private async handOver(work: Work, from: string, to: string): Promise<void> {
    if (from === to) throw Problem.invalid([{ field: 'handTo', message: 'Choose somebody else.' }]);
    const [leaving, taking] = [await this.team.get(work, from), await this.team.get(work, to)];
    if (taking.standing !== 'active') throw Problem.invalid([{ field: 'handTo', message: `${taking.name} does not work here now. Choose somebody who does.` }]);
    const tasks = await this.jobs.handOver(work, from, to);
    const clients = await this.clients.handOver(work, from, to);
    const spokenWith = await this.conversations.handOverAll(work, from, to);
    await this.grantOwnWork(work, to, `took over from ${leaving.name}`, spokenWith);
    await this.events.record(work, WorkHandedOver, {
      what: `handed ${tasks} open tasks and ${clients} clients of ${leaving.name} over to ${taking.name}`,
      payload: { from, to },
    });
  }
}
