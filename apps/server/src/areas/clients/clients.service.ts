import { Injectable } from '@nestjs/common';
import { and, eq, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { CLIENT_FACTS, type Standing, clientFacts, identifiers, isLookedAtByRules, keptFacts, enteredFacts } from '@steady/core/clients';
import type { Fact, Facts } from '@steady/core/conditions';
import { factNamed, sortedLabels } from '@steady/core/facts';
import { type DetailValue, whyNotDetail } from '@steady/core/details';
import { NameIndex, plainIdentifier } from '@steady/core/matching';
import { fullDate } from '@steady/core/words';
import type { AlikeAsked } from '@steady/contract/queries';
import type { AddClient, AddInPassing, AlikeClient, ChangeClient, ChangeClientStatus, ClientFactsInput } from '@steady/contract/clients';
import { isMoney, wholeUnits } from '@steady/core/money';
import { newId, readMany, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { mustBeConfirmed } from '../../platform/identity';
import { type Work, nextNumber } from '../../platform/work';
import { TeamService } from '../team';
import { ClientRecords } from './client-records.service';
import { ClientQueries } from './clients.queries';
import { type Client, clients } from './clients.tables';
import { ContactsService } from './contacts.service';
import { SinceAdded } from './since-added.queries';

export const ClientAdded = eventKind<{ clientId: string }>('client added', 'clients');
/** Told, not recorded: what removed them says so itself. */
export const ClientsRemoved = eventKind<{ clientIds: string[] }>('clients removed', 'clients');
export const ClientChanged = eventKind<{ clientId: string; facts: string[] }>('client changed', 'clients');

/**
 * Whoever sits down at an open screen cannot lead a client's money elsewhere.
 *
 * @throws Problem "password-again" where the account differs and the password was not given a short while ago
 */
export function mayMoveAccount(work: Work, before: Client, after: Partial<Record<keyof Client, unknown>>): void {
  if (clientFacts.some(({ key, guarded }) => guarded && after[key] !== undefined && after[key] !== before[key])) mustBeConfirmed(work.actor);
}

/** The columns that an input fills: what is not given is nothing, not what was there before. */
const columnsOf = (input: ClientFactsInput) => ({ ...keptFacts(input), details: input.details ?? {} });

/** A client whose engagement has ended. */
export type EndedClient = Pick<Client, 'id' | 'name' | 'standing' | 'endedOn'>;

/** A client as it is given to be changed, with some facts and details other than they are. Nothing is written. */
export function clientWith(client: Client, facts: Readonly<Record<string, unknown>>, details: Readonly<Record<string, unknown>> = {}): ChangeClient {
  const given: Record<string, unknown> = Object.fromEntries(
    enteredFacts.flatMap(({ key }): [string, unknown][] => (client[key] === null ? [] : [[key, client[key]]])),
  );
  for (const [key, value] of Object.entries(facts))
    if (value === null || value === '') delete given[key];
    else given[key] = value;
  return { ...given, details: { ...client.details, ...details }, version: client.version } as unknown as ChangeClient;
}

/** Who the clients are, what is known of them, and whom to write to. */
@Injectable()
export class ClientsService {
  constructor(
    private readonly events: Events,
    private readonly team: TeamService,
    private readonly queries: ClientQueries,
    private readonly contacts: ContactsService,
    private readonly records: ClientRecords,
    private readonly since: SinceAdded,
  ) {}

  /**
   * Adds a client with its first contact, under the next number.
   *
   * @returns its id.
   * @throws Problem at the field for somebody who is not of the firm, or a detail that does not fit
   */
  async add(work: Work, input: AddClient, more: { standing?: Standing; since?: string } = {}): Promise<string> {
    await this.check(work, input);
    const number = await nextNumber(work, 'client');
    const { standing = input.standing ?? 'active', since = work.today.toString() } = more;
    // Nothing is read back here: whoever adds a client sees it only once it was granted to them, which follows the event.
    const id = newId();
    await work.tx.insert(clients).values({ ...columnsOf(input), id, firmId: work.firm.id, number, standing, since });
    await this.events.record(work, ClientAdded, { what: `added the client ${input.name}`, clientId: id, after: columnsOf(input), payload: { clientId: id } });
    if (input.contact) await this.contacts.add(work, id, input.contact);
    return id;
  }

  /** Adds a prospect by name and address, in the middle of something else; what is not known yet is completed later. @param person whose address it is */
  addInPassing(work: Work, { name, email, knownId, another }: AddInPassing, person = name): Promise<string> {
    return this.add(work, {
      name,
      legalForm: 'not known',
      standing: 'prospect',
      vatRegistered: false,
      employer: false,
      way: 'online',
      ...(email ? { contact: { name: person, email, knownId, another } } : {}),
    });
  }

  /** @throws Problem "changed-meanwhile" with the record as it stands, when somebody else changed it since `input.version`. */
  async change(work: Work, clientId: string, input: ChangeClient): Promise<void> {
    const before = await this.standing(work, clientId);
    if (before.version !== input.version) throw Problem.stale('client', clientId);
    await this.check(work, input);
    const columns = columnsOf(input);
    mayMoveAccount(work, before, columns);
    const changed = await work.tx
      .update(clients)
      .set({ ...columns, version: input.version + 1 })
      .where(and(eq(clients.id, clientId), eq(clients.version, input.version)))
      .returning({ id: clients.id });
    if (changed.length === 0) throw Problem.stale('client', clientId);
    const keys = (Object.keys(columns) as (keyof typeof columns)[]).filter((key) => JSON.stringify(columns[key]) !== JSON.stringify(before[key]));
    if (keys.length === 0) return;
    const pick = (from: Partial<Client>) => Object.fromEntries(keys.map((key) => [key, from[key]]));
    await this.events.record(work, ClientChanged, {
      what: `changed ${keys.map((key) => factNamed(CLIENT_FACTS, key)).join(', ')}`,
      clientId,
      before: pick(before),
      after: pick(columns),
      payload: { clientId, facts: keys },
    });
  }

  /** Puts a label on a client or takes it off, notes how it works, or sets one extra detail; what stands so already is left alone. @returns what stood there before */
  async mark(work: Work, clientId: string, mark: Mark): Promise<{ before: DetailValue | null } | null> {
    const client = await this.get(work, clientId);
    const { what, set, before } = marked(client, mark);
    const [key] = Object.keys(set) as ['labels' | 'details' | 'way' | 'followUps'];
    if (JSON.stringify(client[key]) === JSON.stringify(set[key])) return null;
    await work.tx
      .update(clients)
      .set({ ...set, version: client.version + 1 })
      .where(eq(clients.id, clientId));
    await this.events.record(work, ClientChanged, {
      what,
      clientId,
      before: { [key]: client[key] },
      after: set,
      payload: { clientId, facts: [key] },
    });
    return { before };
  }

  /** Several clients by their ids. */
  async those(work: Work, clientIds: string[]): Promise<Map<string, Client>> {
    if (clientIds.length === 0) return new Map();
    const ids = sql`(select jsonb_array_elements_text(${JSON.stringify([...new Set(clientIds)])}::jsonb)::uuid)`;
    const found = await readMany(work.tx, clients, and(eq(clients.firmId, work.firm.id), sql`${clients.id} in ${ids}`));
    return new Map(found.map((client) => [client.id, client]));
  }

  /** What clients are called, by id; those that whoever acts sees. */
  async names(work: Work, clientIds: readonly (string | null)[]): Promise<Map<string, string>> {
    const found = await this.inOrder(work, clientIds);
    return new Map(found.map((client) => [client.id, client.name]));
  }

  /** The same, in the order of their names. */
  async inOrder(work: Work, clientIds: readonly (string | null)[]): Promise<{ id: string; name: string }[]> {
    const ids = [...new Set(clientIds.filter((id): id is string => id !== null))];
    if (ids.length === 0) return [];
    const asked = sql`(select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)`;
    return work.tx
      .select({ id: clients.id, name: clients.name })
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), sql`${clients.id} in ${asked}`))
      .orderBy(sql`${clients.name} collate "unicode"`, clients.id);
  }

  /** All clients with their numbers: a list that somebody wrote names them by either. */
  numbered(work: Work): Promise<{ id: string; number: number; name: string }[]> {
    return work.tx
      .select({ id: clients.id, number: clients.number, name: clients.name })
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), isNull(clients.mergedInto)));
  }

  /** These clients and the records that became part of them: what happened before stands under those. */
  async withMerged(work: Work, clientIds: readonly string[]): Promise<string[]> {
    const merged = await work.tx
      .select({ id: clients.id })
      .from(clients)
      .where(inArray(clients.mergedInto, [...clientIds]));
    return [...clientIds, ...merged.map(({ id }) => id)];
  }

  /** Clients whose engagement has ended, by name. */
  ended(work: Work): Promise<EndedClient[]> {
    return work.tx
      .select({ id: clients.id, name: clients.name, standing: clients.standing, endedOn: clients.endedOn })
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), eq(clients.standing, 'former'), isNotNull(clients.endedOn), isNull(clients.mergedInto)))
      .orderBy(sql`${clients.name} collate "unicode"`, clients.id);
  }

  /** Clients of whom somebody is partner, manager or preparer, by name. */
  async servedBy(work: Work, memberId: string): Promise<{ id: string; name: string }[]> {
    return work.tx
      .select({ id: clients.id, name: clients.name })
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), or(eq(clients.partnerId, memberId), eq(clients.managerId, memberId), eq(clients.preparerId, memberId))))
      .orderBy(sql`${clients.name} collate "unicode"`, clients.id);
  }

  /** The records that were found to be this one and became part of it. */
  async mergedInto(work: Work, clientId: string): Promise<string[]> {
    const found = await work.tx.select({ id: clients.id }).from(clients).where(eq(clients.mergedInto, clientId));
    return found.map((client) => client.id);
  }

  /** The client as it would be with a change; nothing is written. */
  async changed(work: Work, clientId: string, input: ChangeClient): Promise<Client> {
    return { ...(await this.get(work, clientId)), ...columnsOf(input) };
  }

  /** @throws Problem "not-found" also for a client of another firm. */
  async get(work: Work, clientId: string): Promise<Client> {
    const [client] = await work.tx
      .select()
      .from(clients)
      .where(and(eq(clients.id, clientId), eq(clients.firmId, work.firm.id)));
    if (!client) throw Problem.notFound('client');
    return client;
  }

  /** A client for which something new can begin. @throws Problem "merged-already" for a record that became part of another */
  async standing(work: Work, clientId: string): Promise<Client> {
    const client = await this.get(work, clientId);
    if (client.mergedInto !== null) {
      const into = (await this.names(work, [client.mergedInto])).get(client.mergedInto);
      throw Problem.refused('merged-already', `${client.name} became part of ${into ?? 'another record'}. Open that one: this record only leads there.`);
    }
    return client;
  }

  /** Refuses a client that the person who acts does not see, without reading all of it. */
  async mustBeThere(work: Work, clientId: string): Promise<void> {
    const [client] = await work.tx
      .select({ id: clients.id })
      .from(clients)
      .where(and(eq(clients.id, clientId), eq(clients.firmId, work.firm.id)));
    if (!client) throw Problem.notFound('client');
  }

  /** Clients that may be the same as one that is being written down: by identifier, or by a name much like it. */
  async alike(work: Work, { name, not, ...given }: AlikeAsked): Promise<AlikeClient[]> {
    const known = await work.tx
      .select()
      .from(clients)
      .where(and(eq(clients.firmId, work.firm.id), isNull(clients.mergedInto)));
    const others = known.filter((client) => client.id !== not);
    const byNumber = identifiers.flatMap(({ key }) => {
      const wanted = plainIdentifier(given[key] ?? '');
      const sharing = wanted === '' ? [] : others.filter((client) => plainIdentifier(client[key] ?? '') === wanted);
      return sharing.map((client) => ({ client, why: `the same ${factNamed(CLIENT_FACTS, key)}` }));
    });
    const byName = name
      ? new NameIndex(others)
          .like(name)
          .slice(0, 5)
          .map(({ named }) => ({ client: others.find((one) => one.id === named.id)!, why: 'a name much like it' }))
      : [];
    const seen = new Set<string>();
    return [...byNumber, ...byName].flatMap(({ client: { id, name: found, standing }, why }) =>
      seen.has(id) ? [] : (seen.add(id), [{ id, name: found, standing, why }]),
    );
  }

  /** Removes the clients on which nothing was done and that nobody changed since they were added; for taking back what was brought in by mistake. @returns the ids of those removed. */
  async removeUnused(work: Work, clientIds: string[]): Promise<Set<string>> {
    if (clientIds.length === 0) return new Set();
    const given = sql`(select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;
    const unused = await rows<{ id: string }>(
      work.tx,
      sql`select c.id from clients c where c.id in ${given}
            and ${this.records.untouched(sql`c.id`)}`,
    );
    const removed = await this.since.unchanged(
      work,
      unused.map((row) => row.id),
    );
    const gone = sql`(select jsonb_array_elements_text(${JSON.stringify(removed)}::jsonb)::uuid)`;
    const links = await rows<{ contact_id: string }>(work.tx, sql`delete from client_contacts where client_id in ${gone} returning contact_id`);
    const people = sql`(select jsonb_array_elements_text(${JSON.stringify(links.map((link) => link.contact_id))}::jsonb)::uuid)`;
    await work.tx.execute(sql`delete from contacts p where p.id in ${people} and not exists (select from client_contacts l where l.contact_id = p.id)`);
    if (removed.length > 0)
      await this.events.tell(work, ClientsRemoved, { what: 'removed clients on which nothing was done yet', payload: { clientIds: removed } });
    await work.tx.execute(sql`delete from clients where id in ${gone}`);
    return new Set(removed);
  }

  /** Takes back one client on which nothing was done yet. @throws Problem "in-use" where something was */
  async takeBack(work: Work, clientId: string): Promise<void> {
    const client = await this.get(work, clientId);
    const removed = await this.removeUnused(work, [clientId]);
    if (!removed.has(clientId))
      throw Problem.refused('in-use', `Something was done with ${client.name} already, so it stays. End it, or merge it with another client.`);
  }

  /** Names another person wherever one is named as partner, manager or preparer. @returns on how many clients. */
  async handOver(work: Work, from: string, to: string): Promise<number> {
    const changed = new Set<string>();
    for (const column of ['partnerId', 'managerId', 'preparerId'] as const) {
      const found = await work.tx
        .update(clients)
        .set({ [column]: to, version: sql`version + 1` })
        .where(and(eq(clients.firmId, work.firm.id), eq(clients[column], from)))
        .returning({ id: clients.id });
      for (const { id } of found) changed.add(id);
    }
    return changed.size;
  }

  private async check(work: Work, { partnerId, managerId, preparerId, details }: ClientFactsInput): Promise<void> {
    await this.team.mustBeMembers(work, { partnerId, managerId, preparerId });
    if (details && Object.keys(details).length > 0) await this.checkDetails(work, details);
  }

  /** @throws Problem at "details.<id>" for a value that does not fit, or a detail that the firm does not keep */
  async checkDetails(work: Work, details: Record<string, unknown>): Promise<void> {
    const known = await this.queries.details(work);
    const faults = Object.entries(details).flatMap(([id, value]) => {
      const field = known.find((one) => one.id === id);
      const message = field ? whyNotDetail(field, value) : 'The firm does not keep this detail any more.';
      return message ? [{ field: `details.${id}`, message }] : [];
    });
    if (faults.length > 0) throw Problem.invalid(faults);
  }

  /** Makes a prospect a client, a client a former one, or takes one back, with the day and the reason. */
  async setStanding(work: Work, clientId: string, input: ChangeClientStatus): Promise<void> {
    const before = await this.standing(work, clientId);
    if (before.version !== input.version) throw Problem.stale('client', clientId);
    const { standing, on, reason = null } = input;
    const ends = standing === 'former';
    const set = {
      standing,
      endedOn: ends ? on : null,
      endReason: ends ? reason : null,
      ...(before.standing === 'prospect' && standing === 'active' ? { since: on } : {}),
    };
    await work.tx
      .update(clients)
      .set({ ...set, version: before.version + 1 })
      .where(eq(clients.id, clientId));
    const words = { prospect: 'a prospect', active: 'an active client', former: 'a former client' };
    await this.events.record(work, ClientChanged, {
      what: `made ${before.name} ${words[standing]} from ${fullDate(civil(on))}${reason ? `: ${reason}` : ''}`,
      clientId,
      before: { standing: before.standing },
      after: set,
      payload: { clientId, facts: ['standing'] },
    });
  }
}

/** Whether a change of these facts may change a deadline or the way through a procedure. */
export function bearsOnRules(facts: string[]): boolean {
  return facts.some((fact) => fact === 'labels' || fact === 'details' || fact === 'standing' || isLookedAtByRules(fact));
}

/** What can be written to a client by itself, one thing at a time. */
export type Mark =
  { label: string; put: boolean } | { way: Client['way'] } | { followUps: Client['followUps'] } | { detailId: string; value: DetailValue | null };

/** What a mark says, what it sets, and what stood there before. */
function marked(
  client: Client,
  mark: Mark,
): { what: string; set: Partial<Pick<Client, 'labels' | 'details' | 'way' | 'followUps'>>; before: DetailValue | null } {
  if ('way' in mark) return { what: `noted that it works ${mark.way === 'paper' ? 'on paper' : 'online'}`, set: { way: mark.way }, before: client.way };
  if ('followUps' in mark)
    return {
      what: mark.followUps === 'none' ? 'noted that it gets no follow-ups' : 'noted that it is followed up as the firm does',
      set: mark,
      before: client.followUps,
    };
  if ('detailId' in mark) {
    const details = { ...client.details, [mark.detailId]: mark.value } as Client['details'];
    return { what: 'set an extra detail', set: { details }, before: client.details[mark.detailId] ?? null };
  }
  const { label, put } = mark;
  const labels = put ? sortedLabels([...client.labels, label]) : client.labels.filter((one) => one !== label);
  return { what: `${put ? 'added the label' : 'removed the label'} "${label}"`, set: { labels }, before: client.labels.includes(label) };
}

/** The facts of a client as filing rules and procedures read them; amounts in whole units, as people write them. */
export function factsOf(client: Client): Facts {
  return {
    ...Object.fromEntries(clientFacts.filter((fact) => fact.inRules).map(({ key }) => [key, client[key] as Fact])),
    ...Object.fromEntries(client.labels.map((label) => [`label:${label}`, true])),
    ...Object.fromEntries(Object.entries(client.details).map(([id, value]) => [`detail:${id}`, isMoney(value) ? wholeUnits(value) : value])),
  };
}
