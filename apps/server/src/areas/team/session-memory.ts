import { Injectable } from '@nestjs/common';
import { Temporal } from '@steady/core/calendar';
import type { StaffActor } from '../../platform/identity';
import { Clock } from '../../platform/clock';
import { Database } from '../../platform/database';
import { Works } from '../../platform/work';

/** A session as it was read: who acts in it and what was then known of it. What time does to it is looked at anew each time. */
export interface KnownSession {
  firmId: string;
  tokenHash: string;
  /** Without whether the password was given a short while ago. */
  actor: StaffActor;
  expiresAt: Temporal.Instant;
  seenAt: Temporal.Instant;
  confirmedAt: Temporal.Instant | null;
  idleMinutes: number;
  /** The last day of the person's access, in the firm's zone; null where it has no end. */
  endsOn: string | null;
  zone: string;
  wantsSecondStep: boolean;
}

/** Areas whose records say who may come in and what they may do. */
const TOPICS = ['team', 'access', 'firm'];
/** For so long a session is remembered at most: whatever was missed does not hold longer. */
const SECONDS = 60;
const MOST = 5_000;

/** Sessions read once, and forgotten as soon as anything changes by which somebody might come in no more, or may do less. */
@Injectable()
export class SessionMemory {
  private readonly known = new Map<string, { session: KnownSession; at: Temporal.Instant }>();
  /** How often something was forgotten: what was read before does not come in after it. */
  private forgotten = 0;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    works: Works,
  ) {
    const concerns = (topics: Iterable<string>) => [...topics].some((topic) => TOPICS.includes(topic));
    works.whenConfirmed((topics) => concerns(topics) && this.clear());
    database.hear(({ sessions, look, missed, firm, notice }) => {
      if (sessions || look || missed || firm !== undefined || concerns(notice?.topics ?? [])) this.clear();
    });
  }

  /** The session with this hash: from memory, or as `read` finds it. */
  async find(tokenHash: string, read: () => Promise<KnownSession | null>): Promise<KnownSession | null> {
    const now = this.clock.now();
    const known = this.known.get(tokenHash);
    if (known && Temporal.Instant.compare(known.at.add({ seconds: SECONDS }), now) > 0 && Temporal.Instant.compare(known.at, now) <= 0) return known.session;
    const { forgotten } = this;
    const session = await read();
    if (session && forgotten === this.forgotten) {
      if (this.known.size >= MOST) this.known.clear();
      this.known.set(tokenHash, { session, at: now });
    }
    return session;
  }

  /** What is remembered of one session is not what holds: it is read anew the next time. */
  drop(tokenHash: string): void {
    this.known.delete(tokenHash);
  }

  /** Sessions were changed: every process forgets what it knows of any. */
  async forget(): Promise<void> {
    this.clear();
    await this.database.tell({ sessions: true });
  }

  private clear(): void {
    this.known.clear();
    this.forgotten += 1;
  }
}
