import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { type ElsewhereSource, elsewhereInWords, sameThing, standsBy, thingWithoutPeriod } from '@steady/core/asks';
import type { ElsewhereView, NoteElsewhere } from '@steady/contract/requests';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { openAsksOf } from '../asks';
import { ClientRecords } from '../clients';
import { RequestAnswers, mustBeWanted } from './request-answers.service';
import { fromElsewhere, requestItems } from './requests.tables';

export const ElsewhereNoted = eventKind<{ clientId: string }>('thing from elsewhere noted', 'requests');

export interface FromElsewhere {
  source: ElsewhereSource;
  saidBy: string | null;
}

/** What the firm gets from elsewhere for a client, for good: it is not asked for, and shown as such. */
@Injectable()
export class ElsewhereService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly events: Events,
    private readonly answers: RequestAnswers,
  ) {}

  onModuleInit(): void {
    this.records.follow(fromElsewhere);
  }

  /** What comes from elsewhere for a client, by what tells a thing from others. */
  async of(work: Work, clientId: string): Promise<ReadonlyMap<string, FromElsewhere>> {
    const found = await work.tx
      .select({ thing: fromElsewhere.thing, source: fromElsewhere.source, saidBy: fromElsewhere.saidBy })
      .from(fromElsewhere)
      .where(and(eq(fromElsewhere.clientId, clientId), isNull(fromElsewhere.endedAt)));
    return new Map(found.map(({ thing, ...from }) => [thing, from]));
  }

  /** The same as one reads it, the oldest first. */
  async list(work: Work, clientId: string): Promise<ElsewhereView[]> {
    return work.tx
      .select({
        id: fromElsewhere.id,
        name: fromElsewhere.name,
        source: fromElsewhere.source,
        saidBy: fromElsewhere.saidBy,
        at: fromElsewhere.at,
        by: fromElsewhere.by,
      })
      .from(fromElsewhere)
      .where(and(eq(fromElsewhere.firmId, work.firm.id), eq(fromElsewhere.clientId, clientId), isNull(fromElsewhere.endedAt)))
      .orderBy(asc(fromElsewhere.at), asc(fromElsewhere.id));
  }

  /** A thing that was asked for comes from elsewhere from now on: it is not asked for any more, in this request, in others that are open, and in those to come. */
  async note(work: Work, itemId: string, { source, saidBy: given }: NoteElsewhere): Promise<void> {
    const { item, ask } = await this.answers.find(work, itemId);
    mustBeWanted(item);
    const saidBy = given ?? null;
    const thing = sameThing(item.name);
    const now = work.now.toString();
    const [there] = await work.tx
      .select({ id: fromElsewhere.id })
      .from(fromElsewhere)
      .where(and(eq(fromElsewhere.clientId, ask.clientId), eq(fromElsewhere.thing, thing), isNull(fromElsewhere.endedAt)))
      .for('update');
    if (there) await work.tx.update(fromElsewhere).set({ source, saidBy }).where(eq(fromElsewhere.id, there.id));
    else
      await work.tx
        .insert(fromElsewhere)
        .values({ firmId: work.firm.id, clientId: ask.clientId, name: thingWithoutPeriod(item.name), thing, source, saidBy, at: now, by: work.actor.name });
    await this.events.record(work, ElsewhereNoted, {
      what: `notes that ${item.name} comes from elsewhere for good: ${elsewhereInWords({ source, saidBy })}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { clientId: ask.clientId },
    });
    for (const id of await this.openItems(work, ask.clientId, thing, ['asked', 'sent back'])) {
      const found = await this.answers.find(work, id);
      await this.answers.review(work, found, { state: 'from elsewhere' }, `does not ask for ${found.item.name} in ${found.ask.title}: it comes from elsewhere`);
    }
  }

  /** It comes from the client again: what is open asks for it. Nobody is written to; the next follow-up names it. */
  async end(work: Work, elsewhereId: string): Promise<void> {
    const [noted] = await work.tx
      .select()
      .from(fromElsewhere)
      .where(and(eq(fromElsewhere.id, elsewhereId), eq(fromElsewhere.firmId, work.firm.id)))
      .for('update');
    if (!noted) throw Problem.notFound('thing from elsewhere');
    if (noted.endedAt !== null) return;
    await work.tx.update(fromElsewhere).set({ endedAt: work.now.toString() }).where(eq(fromElsewhere.id, elsewhereId));
    await this.events.record(work, ElsewhereNoted, {
      what: `asks for ${noted.name} again: it no longer comes from elsewhere`,
      clientId: noted.clientId,
      payload: { clientId: noted.clientId },
    });
    for (const id of await this.openItems(work, noted.clientId, noted.thing, ['from elsewhere'])) {
      const found = await this.answers.find(work, id);
      const state = standsBy(await this.answers.answersTo(work, id), found.item.sentBackAt);
      await this.answers.review(work, found, { state }, `asks for ${found.item.name} again, in ${found.ask.title}`);
    }
  }

  /** The items of a client that are one thing, in requests that are open. */
  private async openItems(work: Work, clientId: string, thing: string, states: (typeof requestItems.$inferSelect.state)[]): Promise<string[]> {
    const found = await work.tx
      .select({ id: requestItems.id, name: requestItems.name })
      .from(requestItems)
      .where(and(inArray(requestItems.askId, openAsksOf(clientId)), inArray(requestItems.state, states)))
      .orderBy(asc(requestItems.askId), asc(requestItems.position));
    return found.flatMap(({ id, name }) => (sameThing(name) === thing ? [id] : []));
  }
}
