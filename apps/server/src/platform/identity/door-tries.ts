import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import { Clock } from '../clock';
import { Database, type Tx, rows } from '../database';

/** How often a door may be tried before it shuts for a while, each time for longer. */
export interface DoorRule {
  /** Wrong tries that are let through. */
  tries: number;
  /** After so many hours counting begins anew. */
  hours: number;
  /** Minutes for which it shuts the first time; each time after that for twice as long, at most a day. */
  minutes: number;
}

const DAY = 24 * 60;

/** A person tried from browsers that nobody has come in with before: guessed at from anywhere, it is the person who is counted. */
export const UNKNOWN_BROWSER: DoorRule = { tries: 6, hours: 24, minutes: 15 };
/** A person tried in a browser in which that person has come in before: shut out neither by strangers nor by colleagues. */
export const KNOWN_BROWSER: DoorRule = { tries: 10, hours: 24, minutes: 15 };
/** All that comes from one address, people not known included. An office stands behind one. */
export const ONE_ADDRESS: DoorRule = { tries: 60, hours: 1, minutes: 15 };
/** Codes tried for one of a client's people in a day: with six digits, 40 tries guess one in 25,000. */
export const CODES_OF_ONE: DoorRule = { tries: 40, hours: 24, minutes: DAY };
/** Codes sent to one of a client's people. */
export const CODES_SENT: DoorRule = { tries: 10, hours: 24, minutes: DAY };

const keyOf = (kind: string, of: string) => createHash('sha256').update(`${kind}:${of}`).digest('hex');

/**
 * Counts tries at doors. A try is counted before it is looked at, in one statement, so that many at once are no more than
 * as many one after the other; one that was right gives its count back.
 */
@Injectable()
export class DoorTries {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** Counts one try. @returns null where it may be made, or the moment from which the door is open again */
  take(rule: DoorRule, kind: string, of: string): Promise<Temporal.Instant | null> {
    return this.database.transaction({ within: true }, (tx) => this.takeIn(tx, rule, keyOf(kind, of)));
  }

  private async takeIn(tx: Tx, { tries, hours, minutes }: DoorRule, key: string): Promise<Temporal.Instant | null> {
    const now = this.clock.now().toString();
    const fresh = this.clock.now().subtract({ hours }).toString();
    const [after] = await rows<{ tries: number; shutUntil: string | null }>(
      tx,
      sql`insert into door_tries as d (key, tries, since) values (${key}, 1, ${now})
          on conflict (key) do update set
            tries = case when d.shut_until > ${now} then d.tries when d.since < ${fresh} or d.shut_until is not null then 1 else d.tries + 1 end,
            since = case when d.since < ${fresh} or d.shut_until <= ${now} then excluded.since else d.since end,
            locks = case when d.since < ${fresh} and (d.shut_until is null or d.shut_until < ${fresh}) then 0 else d.locks end,
            shut_until = case when d.shut_until > ${now} then d.shut_until
                              when d.shut_until is null and d.since >= ${fresh} and d.tries >= ${tries} then ${now}::timestamptz + least(${DAY}, ${minutes} * power(2, d.locks)) * interval '1 minute' end
          returning tries, shut_until as "shutUntil"`,
    );
    if (after!.shutUntil === null) return null;
    // The one that shut it: the next time it shuts for longer.
    await tx.execute(sql`update door_tries set locks = locks + 1, tries = 0 where key = ${key} and tries > 0 and shut_until > ${now}`);
    return Temporal.Instant.from(new Date(after!.shutUntil).toISOString());
  }

  /** The try was right: it does not count, nor do the wrong ones before it. */
  async forgive(kind: string, of: string): Promise<void> {
    await this.database.transaction({ within: true }, (tx) => tx.execute(sql`delete from door_tries where key = ${keyOf(kind, of)}`));
  }

  /** The try was right: it alone does not count. */
  async giveBack(kind: string, of: string): Promise<void> {
    await this.database.transaction({ within: true }, (tx) =>
      tx.execute(sql`update door_tries set tries = greatest(0, tries - 1) where key = ${keyOf(kind, of)}`),
    );
  }
}
