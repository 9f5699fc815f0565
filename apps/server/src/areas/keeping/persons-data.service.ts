import { Injectable } from '@nestjs/common';
import { keepingOf, yearsFor } from '@steady/core/keeping';
import { plainDate } from '@steady/core/words';
import type { PersonsData, PersonsThings } from '@steady/contract/keeping';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsService, ContactsService } from '../clients';
import { type ZipEntry, safeName, table } from '../whole-file';
import { HoldsService } from './holds.service';
import { PeriodsService } from './periods.service';
import { type PersonHas, type PersonPart, PersonParts } from './person-parts';

export const PersonsDataGiven = eventKind<{ contactId: string }>('person\u2019s data given', 'keeping');
export const PersonErased = eventKind<{ contactId: string }>('person erased', 'keeping');

/** Why what came about with one client stays; null where it need not. */
type Why = (clientId: string | null, kind: PersonHas['kind']) => string | null;

interface Line extends PersonsThings {
  part: PersonPart;
}

/** What the firm has of one person over all clients: to be given to them, and to be erased as far as it need not stay. */
@Injectable()
export class PersonsDataService {
  constructor(
    private readonly events: Events,
    private readonly parts: PersonParts,
    private readonly contacts: ContactsService,
    private readonly clients: ClientsService,
    private readonly holds: HoldsService,
    private readonly periods: PeriodsService,
  ) {}

  async view(work: Work, contactId: string): Promise<PersonsData> {
    const { erasedAt } = await this.contacts.get(work, contactId);
    return { things: (await this.lines(work, contactId)).map(({ part: _, ...line }) => line), erasedAt };
  }

  private async lines(work: Work, contactId: string): Promise<Line[]> {
    const found: { part: PersonPart; has: PersonHas }[] = [];
    for (const part of this.parts.all()) for (const has of await part.has(work, contactId)) if (has.count > 0) found.push({ part, has });
    const actsFor = await this.contacts.clientsOf(work, contactId);
    const ids = [...new Set([...actsFor, ...found.flatMap(({ has }) => has.clientId ?? [])])];
    const known = new Map(await this.known(work, ids));
    const why = await this.why(work, known, actsFor);
    return found.map(({ part, has: { what, clientId, count, kind, always } }) => ({
      part,
      what,
      clientId,
      client: clientId === null ? null : (known.get(clientId)?.name ?? 'a client that you do not see'),
      count,
      stays: always ?? why(clientId, kind),
    }));
  }

  private async known(work: Work, ids: string[]) {
    const found: [string, { name: string; standing: 'prospect' | 'active' | 'former'; endedOn: string | null }][] = [];
    const names = await this.clients.names(work, ids);
    for (const id of names.keys()) {
      const { name, standing, endedOn } = await this.clients.get(work, id);
      found.push([id, { name, standing, endedOn }]);
    }
    return found;
  }

  private async why(
    work: Work,
    known: ReadonlyMap<string, { name: string; standing: 'prospect' | 'active' | 'former'; endedOn: string | null }>,
    actsFor: string[],
  ): Promise<Why> {
    const periods = await this.periods.periods(work);
    const holds = await this.holds.of(work, [...known.keys()]);
    const ofClient = (clientId: string, years: number | null): string | null => {
      const client = known.get(clientId);
      if (!client) return 'somebody who sees that client has to look';
      const { mayGo, why } = keepingOf({ client, years, holds: holds.get(clientId) ?? [], decidedThrough: null }, work.today, work.today);
      return mayGo ? null : why;
    };
    // What is of use only while they act for a client goes with the engagement.
    const whileActing = (clientId: string) => {
      const client = known.get(clientId);
      return client?.standing === 'former' && !holds.has(clientId) ? null : ofClient(clientId, 0);
    };
    return (clientId, kind) => {
      if (clientId === null) return actsFor.map(whileActing).find((one) => one !== null) ?? null;
      return kind === null ? whileActing(clientId) : ofClient(clientId, yearsFor(periods, kind));
    };
  }

  /** What is theirs as files, without what is of others; that it was taken is recorded. */
  async give(work: Work, contactId: string): Promise<{ name: string; entries: ZipEntry[] }> {
    const person = await this.contacts.get(work, contactId);
    const entries: ZipEntry[] = [];
    for (const part of this.parts.all()) entries.push(...(await part.give(work, contactId)));
    const has = await this.lines(work, contactId);
    const readMe = [
      `${person.name}, as ${work.firm.name} knows them on ${plainDate(work.today)}.`,
      '',
      'what we have.csv   what is kept, for which client, and why it stays',
      '*.csv              tables, UTF-8 with commas',
      'documents/         files that you sent',
      '',
      'What is of other people is not in it: messages to them, their answers, and documents that others sent or we made for a client.',
      '',
    ];
    await this.events.record(work, PersonsDataGiven, {
      what: `exported what is known of ${person.name}, to be given to them`,
      clientId: (await this.contacts.clientsOf(work, contactId))[0] ?? null,
      payload: { contactId },
    });
    return {
      name: `${safeName(person.name)} ${work.today.toString()}.zip`,
      entries: [
        { name: 'Read me.txt', text: readMe.join('\r\n') },
        ...table(
          'what we have',
          has.map(({ what, client, count, stays }) => ({ what, for: client, count, 'stays because': stays })),
        ),
        ...entries,
      ],
    };
  }

  /** Erases what need not stay. Once more later, it erases what had to stay until then. */
  async erase(work: Work, contactId: string): Promise<PersonsData> {
    const person = await this.contacts.get(work, contactId);
    await this.contacts.mustSeeAll(work, person, 'what is known of them');
    const lines = await this.lines(work, contactId);
    const goes = lines.filter(({ stays }) => stays === null);
    if (goes.length === 0) throw Problem.refused('nothing-to-erase', `Nothing of ${person.name} can be erased now: the list says why each stays.`);
    const actsFor = await this.contacts.clientsOf(work, contactId);
    // Their own record last: the others are found by it.
    for (const part of this.parts.all().reverse()) {
      const of = goes.filter((one) => one.part === part);
      if (of.length > 0)
        await part.erase(
          work,
          contactId,
          of.map(({ clientId }) => clientId),
        );
    }
    const stays = lines.length - goes.length;
    if (stays === 0) await this.contacts.eraseName(work, contactId);
    await this.events.record(work, PersonErased, {
      what: `erased what need not stay of a person; ${stays === 0 ? 'nothing stays' : 'the rest stays with its reasons'}`,
      clientId: actsFor[0] ?? null,
      payload: { contactId },
    });
    return this.view(work, contactId);
  }
}
