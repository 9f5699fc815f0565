import { Injectable, Logger } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { Temporal } from '@steady/core/calendar';
import { Clock } from '../clock';
import { Database, newId, rows } from '../database';
import { byItself } from '../identity/actor';
import { type Work, Works } from '../work/work';
import { outbox } from './tables';
import { Metrics } from '../metrics';
import { EFFECT_TRIES } from './tries';

/** An act with an effect outside the application. */
export interface OutboxEffect<Payload, Result> {
  kind: string;
  /** The act changes nothing outside (a PDF is drawn): it may begin before those that came earlier are through. */
  isPure?: true;
  /** The act itself. It may be asked for twice with one key, after a crash; the outside has to take it once. */
  outside(payload: Payload, key: string, firmId: string): Promise<Result>;
  /** For what may only be done at certain times: the moment for which it waits, where its own was missed; null where it may be done now. */
  waitsUntil?(work: Work, payload: Payload): Temporal.Instant | null;
  /** What is recorded when it is done, in the transaction that ticks it off. */
  then(work: Work, payload: Payload, result: Result): Promise<void>;
  /** What is recorded when it has failed for good. */
  otherwise?(work: Work, payload: Payload, error: string): Promise<void>;
}

/** What is carried out so many milliseconds after its moment has missed it. */
const MISSED = 60_000;

/** How many are claimed at once. */
const TOGETHER = 20;

interface Claimed {
  id: string;
  kind: string;
  key: string;
  payload: unknown;
  attempts: number;
  notBefore: string;
}

/** Carries out what the outbox holds: at least once, each effect idempotent by its key, waiting longer after each failure. */
@Injectable()
export class Effects {
  private readonly log = new Logger('Effects');
  private readonly known = new Map<string, OutboxEffect<unknown, unknown>>();
  private running: Promise<void> = Promise.resolve();
  private readonly waiting = new Map<string, Promise<void>>();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly works: Works,
    private readonly metrics: Metrics,
  ) {}

  register<Payload, Result>(effect: OutboxEffect<Payload, Result>): void {
    this.known.set(effect.kind, effect);
  }

  /** Puts an effect into the outbox, to be carried out after the transaction is confirmed, or once a later moment has come. */
  async plan<Payload>(work: Work, kind: string, key: string, payload: Payload, notBefore = work.now): Promise<void> {
    await work.tx.insert(outbox).values({ firmId: work.firm.id, kind, key, payload, notBefore: notBefore.toString() }).onConflictDoNothing();
    work.afterwards(() => this.drainSoon(work.firm.id));
  }

  /** The same for what may be planned anew: until it is begun, its moment and what it carries are what was said last. */
  async planAnew<Payload>(work: Work, kind: string, key: string, payload: Payload, notBefore: Temporal.Instant): Promise<void> {
    await work.tx.execute(
      sql`insert into outbox (id, firm_id, kind, key, payload, not_before) values (${newId()}, ${work.firm.id}, ${kind}, ${key}, ${JSON.stringify(payload)}::jsonb, ${notBefore.toString()})
          on conflict (firm_id, kind, key) do update set payload = excluded.payload, not_before = excluded.not_before where outbox.done_at is null and outbox.attempts = 0`,
    );
    work.afterwards(() => this.drainSoon(work.firm.id));
  }

  /** Takes an effect out of the outbox that was not begun. @returns false when it was carried out already, or is being carried out now */
  async cancel(work: Work, kind: string, key: string): Promise<boolean> {
    const gone = await rows(
      work.tx,
      sql`delete from outbox where firm_id = ${work.firm.id} and kind = ${kind} and key = ${key} and done_at is null
            and (claimed_until is null or claimed_until < ${work.now.toString()}) returning id`,
    );
    return gone.length > 0;
  }

  /** Has an effect carried out now that waits for its moment, or gives one that has failed for good its tries again. One that is being carried out is left alone. */
  async again(work: Work, kind: string, key: string): Promise<void> {
    await work.tx.execute(
      sql`update outbox set attempts = 0, not_before = ${work.now.toString()}, claimed_until = null where firm_id = ${work.firm.id} and kind = ${kind} and key = ${key} and done_at is null
            and (claimed_until is null or claimed_until < ${work.now.toString()})`,
    );
    work.afterwards(() => this.drainSoon(work.firm.id));
  }

  /** What has failed for good: the keys of one kind of effect, with when it was tried last, the newest first. */
  async failed(work: Work, kind: string): Promise<{ key: string; at: string }[]> {
    return rows(
      work.tx,
      sql`select key, not_before as at from outbox where firm_id = ${work.firm.id} and kind = ${kind} and done_at is null and attempts >= ${EFFECT_TRIES} order by not_before desc`,
    );
  }

  /** Nobody waits for it: what cannot be carried out now stays in the outbox for the next round. */
  private drainSoon(firmId: string): void {
    void this.drain(firmId).catch((error: unknown) => this.log.error(error));
  }

  /** Carries out all that is due for a firm; ends when nothing is left. Calls wait for one another; one that waits serves all who call meanwhile. */
  drain(firmId: string): Promise<void> {
    const waiting = this.waiting.get(firmId);
    if (waiting) return waiting;
    const begin = () => {
      this.waiting.delete(firmId);
      return this.drainNow(firmId);
    };
    this.running = this.running.then(begin, begin);
    this.waiting.set(firmId, this.running);
    return this.running;
  }

  /** Waits for what is being carried out now; for closing down. */
  async settled(): Promise<void> {
    await this.running.catch(() => undefined);
  }

  private async drainNow(firmId: string): Promise<void> {
    for (;;) {
      const claimed = await this.claim(firmId);
      // What is drawn on a thread of its own is begun at once; everything else waits for its turn.
      const begun = claimed.map((one) => (this.known.get(one.kind)?.isPure ? this.outside(firmId, one) : null));
      for (const [index, one] of claimed.entries()) await this.carryOut(firmId, one, begun[index] ?? null);
      if (claimed.length < TOGETHER) return;
    }
  }

  private async claim(firmId: string): Promise<Claimed[]> {
    const now = this.clock.now();
    const claimed = await this.database.transaction({ firmId }, (tx) =>
      rows<Claimed>(
        tx,
        sql`update outbox set claimed_until = ${now.add({ minutes: 2 }).toString()}, attempts = attempts + 1
            where id in (select id from outbox where done_at is null and attempts < ${EFFECT_TRIES} and not_before <= ${now.toString()}
                          and (claimed_until is null or claimed_until < ${now.toString()})
                        order by id limit ${TOGETHER} for update skip locked)
            returning id, kind, key, payload, attempts, not_before as "notBefore"`,
      ),
    );
    return claimed.sort((a, b) => (a.id < b.id ? -1 : 1));
  }

  /** What came of the act outside: kept until it is asked for, so that one that fails early is not a rejection that nobody waits for. */
  private async outside(firmId: string, { kind, payload, key }: Claimed): Promise<() => unknown> {
    try {
      const effect = this.known.get(kind);
      if (!effect) throw new Error(`Nothing carries out "${kind}"`);
      const result = await effect.outside(payload, key, firmId);
      return () => result;
    } catch (error) {
      return () => {
        throw error;
      };
    }
  }

  /** What was to be done while nothing ran may have missed the time in which it can be: it waits for the next. */
  private async putOff(firmId: string, { id, payload, notBefore }: Claimed, effect: OutboxEffect<unknown, unknown> | undefined): Promise<boolean> {
    if (!effect?.waitsUntil || this.clock.now().epochMilliseconds - Date.parse(notBefore) < MISSED) return false;
    return this.works.run(byItself(firmId), async (work) => {
      const until = effect.waitsUntil!(work, payload);
      if (until === null) return false;
      await work.tx.execute(sql`update outbox set attempts = attempts - 1, claimed_until = null, not_before = ${until.toString()} where id = ${id}`);
      return true;
    });
  }

  private async carryOut(firmId: string, claimed: Claimed, begun: Promise<() => unknown> | null): Promise<void> {
    const effect = this.known.get(claimed.kind);
    if (await this.putOff(firmId, claimed, effect)) return;
    try {
      const result = (await (begun ?? this.outside(firmId, claimed)))();
      await this.works.run(byItself(firmId), async (work) => {
        await effect!.then(work, claimed.payload, result);
        await work.tx.execute(sql`update outbox set done_at = ${work.now.toString()}, claimed_until = null, last_error = null where id = ${claimed.id}`);
      });
      this.metrics.effect(claimed.kind, true);
    } catch (error) {
      const message = error instanceof Error ? error.message : String(error);
      this.log.warn(`${claimed.kind} ${claimed.key}: ${message}`);
      this.metrics.effect(claimed.kind, false);
      await this.works.run(byItself(firmId), async (work) => {
        const again = work.now.add({ seconds: 30 * 2 ** claimed.attempts }).toString();
        await work.tx.execute(
          sql`update outbox set claimed_until = null, not_before = ${again}, last_error = ${message.slice(0, 500)} where id = ${claimed.id}`,
        );
        if (claimed.attempts >= EFFECT_TRIES) await effect?.otherwise?.(work, claimed.payload, message);
      });
    }
  }
}
