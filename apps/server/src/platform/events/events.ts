import { Injectable } from '@nestjs/common';
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { holdsAmount, namesAmount } from '@steady/core/access';
import type { Work } from '../work/work';
import { events } from './tables';

/** A kind of event. Areas declare theirs as constants, so that one can search for who records and who listens. */
export interface EventKind<Payload> {
  name: string;
  /** The area whose records it changes: what shows those is read again. */
  topic: string;
  /** Only for the type. */
  payload?: Payload;
}

export const eventKind = <Payload>(name: string, topic: string): EventKind<Payload> => ({ name, topic });

export interface Happening<Payload> {
  /** A sentence in the past tense, without the name of who did it. */
  what: string;
  clientId?: string | null;
  jobId?: string | null;
  before?: unknown;
  after?: unknown;
  payload: Payload;
}

type Listener = (work: Work, happening: Happening<unknown>) => Promise<void>;

/**
 * Records what happens and tells the areas that listen, in the same transaction: either all of it holds or nothing.
 * The records are written together, just before the transaction is confirmed.
 */
@Injectable()
export class Events {
  private readonly listeners = new Map<string, Listener[]>();

  on<Payload>(kind: EventKind<Payload>, listener: (work: Work, happening: Happening<Payload>) => Promise<void>): void {
    const known = this.listeners.get(kind.name) ?? [];
    this.listeners.set(kind.name, [...known, listener as Listener]);
  }

  async record<Payload>(work: Work, kind: EventKind<Payload>, happening: Happening<Payload>): Promise<void> {
    const { actor } = work;
    work.topics.add(kind.topic);
    const { clientId = null, jobId = null, before = null, after = null, what } = happening;
    work.journal.push({
      firmId: work.firm.id,
      at: work.now.toString(),
      actorKind: actor.kind,
      actorId: actor.id,
      actorName: actor.name,
      kind: kind.name,
      what,
      clientId,
      jobId,
      before,
      after,
      aboutFees: namesAmount(what) || holdsAmount(before) || holdsAmount(after),
    });
    await this.tell(work, kind, happening);
  }

  /**
   * Destroys what events say beyond that something happened, to whom, when and by whom: the records before and after, the words
   * and addresses that the sentence quotes. What happens in this transaction is not touched.
   *
   * @param naming only events whose sentence names this
   */
  async forget(
    work: Work,
    { clientIds, kinds, actorId, naming }: { clientIds: readonly string[]; kinds: readonly string[]; actorId?: string; naming?: string },
  ): Promise<void> {
    if (clientIds.length === 0) return;
    await work.tx
      .update(events)
      .set({ forgottenAt: work.now.toString() })
      .where(
        and(
          eq(events.firmId, work.firm.id),
          inArray(events.clientId, [...clientIds]),
          inArray(events.kind, [...kinds]),
          isNull(events.forgottenAt),
          actorId === undefined ? undefined : eq(events.actorId, actorId),
          naming === undefined ? undefined : sql`position(${naming} in ${events.what}) > 0`,
        ),
      );
  }

  /** Tells the areas that listen of a part of what is recorded as a whole at its end. */
  async tell<Payload>(work: Work, kind: EventKind<Payload>, happening: Happening<Payload>): Promise<void> {
    for (const listener of this.listeners.get(kind.name) ?? []) await listener(work, happening);
  }
}
