import { Injectable, type OnModuleInit } from '@nestjs/common';
import { count, eq, inArray, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { clientFacts } from '@steady/core/clients';
import { sortedLabels } from '@steady/core/facts';
import { type Merged, mergeRecords } from '@steady/core/merging';
import { fullDate } from '@steady/core/words';
import type { MergeClients, MergePreview } from '@steady/contract/client-lists';
import { isMoney, moneyInWords } from '@steady/core/money';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { TeamService } from '../team';
import { ClientRecords } from './client-records.service';
import { ClientQueries } from './clients.queries';
import { ClientsService, mayMoveAccount } from './clients.service';
import { type Client, clientContacts, clientNotes, clients } from './clients.tables';

/** Two records were found to be one: what belonged to the first belongs to the second from now on. */
export const ClientsMerged = eventKind<{ from: string; into: string }>('clients merged', 'clients');

/** Facts that may stand differently in two records of one client, with their names on the screen. */
const FACTS: Readonly<Partial<Record<keyof Client, string>>> = {
  ...Object.fromEntries(clientFacts.filter(({ kind }) => kind !== 'labels').map(({ key, label }) => [key, label])),
  name: 'Name',
  relatedId: 'Related clients',
};

/** Merges two records that are one client. Nothing is lost: the record that goes stays, empty, and leads to the other. */
@Injectable()
export class MergeService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly queries: ClientQueries,
    private readonly records: ClientRecords,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.records.follow(clientNotes, { what: 'notes', holds: true });
  }

  private async both(work: Work, keptId: string, goingId: string): Promise<{ kept: Client; going: Client }> {
    if (keptId === goingId) throw Problem.invalid([{ field: 'otherId', message: 'Choose another client.' }]);
    const [kept, going] = [await this.clients.get(work, keptId), await this.clients.get(work, goingId)];
    for (const one of [kept, going])
      if (one.mergedInto !== null) throw Problem.refused('merged-already', `${one.name} became part of another record already. Open that one.`);
    if (going.id === work.firm.ownClientId) throw Problem.refused('own-record', 'The firm\u2019s own record cannot become part of another.');
    return { kept, going };
  }

  private merged(kept: Client, going: Client, take: readonly string[]): Merged {
    const facts = (client: Client): Record<string, unknown> =>
      Object.fromEntries<unknown>([
        ...Object.keys(FACTS).map((key): [string, unknown] => [key, client[key as keyof Client]]),
        ...Object.entries(client.details).map(([id, value]): [string, unknown] => [`detail:${id}`, value]),
      ]);
    return mergeRecords(facts(kept), facts(going), take);
  }

  /** What merging would do: where the two differ, what is filled in, what moves, what would stand twice. Nothing is written. */
  async preview(work: Work, keptId: string, goingId: string): Promise<MergePreview> {
    const { kept, going } = await this.both(work, keptId, goingId);
    const { differs, filled } = this.merged(kept, going, []);
    const details = new Map((await this.queries.details(work)).map((detail) => [`detail:${detail.id}`, detail.name]));
    const names = new Map([
      ...(await this.team.names(work)),
      ...(await rows<{ id: string; name: string }>(work.tx, sql`select id, name from related_clients where firm_id = ${work.firm.id}`)).map(
        (row) => [row.id, row.name] as const,
      ),
    ]);
    const nameOf = (key: string) => details.get(key) ?? (FACTS as Record<string, string>)[key] ?? key;
    const shown = (value: unknown): string => {
      if (typeof value === 'boolean') return value ? 'yes' : 'no';
      if (isMoney(value)) return moneyInWords(value);
      if (typeof value === 'object' && value !== null) return Object.values(value).join(', ');
      const text = String(value);
      return /^\d{4}-\d{2}-\d{2}$/.test(text) ? fullDate(civil(text)) : (names.get(text) ?? text);
    };
    const [contacts] = await work.tx.select({ count: count() }).from(clientContacts).where(eq(clientContacts.clientId, goingId));
    return {
      kept: { id: kept.id, name: kept.name, version: kept.version },
      going: { id: going.id, name: going.name, version: going.version },
      differs: differs.map(({ key, kept: one, going: other }) => ({ key, name: nameOf(key), kept: shown(one), going: shown(other) })),
      filled: filled.map(({ key, value }) => ({ name: nameOf(key), value: shown(value) })),
      moves: [{ what: 'contacts', count: contacts!.count }, ...(await this.records.count(work, goingId))].filter((one) => one.count > 0),
      warnings: await this.records.warnOf(work, { from: goingId, into: keptId }),
    };
  }

  /** Carries it out: facts as chosen, everything of the going record under the kept one, its history with it. */
  async merge(work: Work, keptId: string, input: MergeClients): Promise<void> {
    const { kept, going } = await this.both(work, keptId, input.otherId);
    if (kept.version !== input.version) throw Problem.stale('client', kept.id);
    if (going.version !== input.otherVersion) throw Problem.stale('client', going.id);
    const { facts } = this.merged(kept, going, input.take);
    const own = Object.fromEntries(Object.entries(facts).filter(([key]) => !key.startsWith('detail:'))) as Partial<Client>;
    const details = Object.fromEntries(
      Object.entries(facts).flatMap(([key, value]) => (key.startsWith('detail:') ? [[key.slice(7), value]] : [])),
    ) as Client['details'];
    mayMoveAccount(work, kept, own);
    const labels = sortedLabels([...kept.labels, ...going.labels]);
    await work.tx
      .update(clients)
      .set({ ...own, details, labels, version: kept.version + 1 })
      .where(eq(clients.id, kept.id));
    await this.moveContacts(work, going.id, kept.id);
    await this.records.move(work, { from: going.id, into: kept.id });
    // Told while both can still be looked up: each area brings over what is its own.
    await this.events.record(work, ClientsMerged, {
      what: `merged ${going.name} (number ${going.number}) into ${kept.name} (number ${kept.number})`,
      clientId: kept.id,
      before: { kept: pickFacts(kept), going: pickFacts(going) },
      after: { ...own, details, labels },
      payload: { from: going.id, into: kept.id },
    });
    await work.tx
      .update(clients)
      .set({
        mergedInto: kept.id,
        relatedId: null,
        standing: 'former',
        endedOn: work.today.toString(),
        endReason: `was merged into ${kept.name}`,
        version: going.version + 1,
      })
      .where(eq(clients.id, going.id));
    await work.tx.update(clients).set({ mergedInto: kept.id }).where(eq(clients.mergedInto, going.id));
  }

  /** A person linked to both stays linked once. */
  private async moveContacts(work: Work, from: string, into: string): Promise<void> {
    const there = await work.tx.select({ id: clientContacts.contactId }).from(clientContacts).where(eq(clientContacts.clientId, into));
    if (there.length > 0)
      await work.tx.delete(clientContacts).where(
        sql`${eq(clientContacts.clientId, from)} and ${inArray(
          clientContacts.contactId,
          there.map((one) => one.id),
        )}`,
      );
    await work.tx
      .update(clientContacts)
      .set({ clientId: into, position: sql`position + ${there.length}` })
      .where(eq(clientContacts.clientId, from));
  }
}

const pickFacts = (client: Client) => ({
  ...Object.fromEntries(Object.keys(FACTS).map((key) => [key, client[key as keyof Client]])),
  labels: client.labels,
  details: client.details,
});
