import { Injectable } from '@nestjs/common';
import { and, eq, ne, sql } from 'drizzle-orm';
import { rightsOf } from '@steady/core/access';
import { Temporal } from '@steady/core/calendar';
import { money } from '@steady/core/money';
import { Clock, dayIn } from '../../platform/clock';
import { Database, type Tx, rows } from '../../platform/database';
import { LiveNotices } from '../../platform/events';
import { type Identity, type StaffActor, type StaffIdentities, type StaffSession, bySecret, hashOf, newSecret, within } from '../../platform/identity';
import { type FirmRow, type Work, firmById } from '../../platform/work';
import { members, roleRights, sessions } from './team.tables';
import { type KnownSession, SessionMemory } from './session-memory';

/** People come in and leave on a disk that is nearly full, too. */
const LITTLE = { evenWhenLow: true };

/** A cookie outlives no session: the server ends it earlier. */
export const SESSION_DAYS = 60;
/** A sign of life is written down at most so often. */
const SEEN_SECONDS = 60;
/** For so long after the password was given it is not asked for again. */
const CONFIRMED_MINUTES = 10;

interface Found {
  actor: StaffActor;
  personId: string;
  firm: FirmRow;
  endsOn: string | null;
}

async function find(tx: Tx, memberId: string, now: Temporal.Instant): Promise<Found | null> {
  const [found] = await tx
    .select({ member: members, asSet: roleRights.rights, limit: roleRights.approveUpTo })
    .from(members)
    .leftJoin(roleRights, and(eq(roleRights.firmId, members.firmId), eq(roleRights.role, members.role)))
    .where(and(eq(members.id, memberId), eq(members.standing, 'active')));
  if (!found) return null;
  const { asSet, limit } = found;
  const firm = await firmById(tx, found.member.firmId);
  if (!firm) return null;
  const { id, name, shortName, role, allClients, endsOn, personId } = found.member;
  if (endsOn !== null && endsOn < dayIn(firm.zone, now).toString()) return null;
  const rights = rightsOf(role, asSet);
  const approveUpTo = limit === null ? null : money(limit, firm.currency);
  const hiddenClient = rights.includes('see own firm') ? null : firm.ownClientId;
  return { actor: { kind: 'staff', id, name, shortName, role, rights, approveUpTo, allClients, hiddenClient, confirmed: false }, personId, firm, endsOn };
}

/** A person of a firm as the one who acts, with what the role may do and which clients are seen; null when the person may not come in. */
export const staffActor = async (tx: Tx, memberId: string, now: Temporal.Instant): Promise<StaffActor | null> => (await find(tx, memberId, now))?.actor ?? null;

/** Sessions of people of the firm, kept by the hash of their token. */
@Injectable()
export class StaffSessions implements StaffIdentities {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly live: LiveNotices,
    private readonly memory: SessionMemory,
  ) {}

  /** Begins a session of a person who has just shown who they are. */
  async begin(firmId: string, memberId: string, device = 'a browser'): Promise<string> {
    const { secret, hash } = newSecret();
    const now = this.clock.now();
    await this.database.transaction(
      { firmId },
      async (tx) => {
        const [member] = await tx.select({ role: members.role }).from(members).where(eq(members.id, memberId));
        const firm = await firmById(tx, firmId);
        const hours = member!.role === 'administrator' ? firm!.adminSessionHours : firm!.sessionHours;
        const expiresAt = now.add({ hours }).toString();
        const at = now.toString();
        await tx.insert(sessions).values({ tokenHash: hash, firmId, memberId, expiresAt, since: at, seenAt: at, confirmedAt: at, device });
      },
      LITTLE,
    );
    return secret;
  }

  /** Who acts in a session; null when it is over: at its end, after too long without a sign of life, when the person may not come in any more. What a page asks by itself is no sign of life. */
  async find(token: string, attended = true): Promise<(Identity & { session: StaffSession }) | null> {
    const tokenHash = hashOf(token);
    const now = this.clock.now();
    let known = await this.memory.find(tokenHash, () => this.read(token, now));
    if (known && !holds(known, now)) {
      // Another process may have seen a sign of life since: what is kept decides.
      this.memory.drop(tokenHash);
      known = await this.memory.find(tokenHash, () => this.read(token, now));
    }
    if (!known || !holds(known, now)) return null;
    const { firmId, actor, confirmedAt, seenAt, wantsSecondStep } = known;
    const confirmed = confirmedAt !== null && isAfter(confirmedAt.add({ minutes: CONFIRMED_MINUTES }), now);
    const identity = { firmId, actor: { ...actor, confirmed }, session: { tokenHash, wantsSecondStep } };
    if (attended && !isAfter(seenAt.add({ seconds: SEEN_SECONDS }), now)) {
      known.seenAt = now;
      await this.noteSeen(identity, now);
    }
    return identity;
  }

  private read(token: string, now: Temporal.Instant): Promise<KnownSession | null> {
    return bySecret(this.database, sessions, token, now.toString(), async (row, tx): Promise<KnownSession | null> => {
      const found = await find(tx, row.memberId, now);
      if (!found) return null;
      const { actor, firm, personId, endsOn } = found;
      return {
        firmId: row.firmId,
        tokenHash: row.tokenHash,
        actor,
        endsOn,
        zone: firm.zone,
        expiresAt: instantOf(row.expiresAt),
        seenAt: instantOf(row.seenAt),
        confirmedAt: row.confirmedAt === null ? null : instantOf(row.confirmedAt),
        idleMinutes: actor.role === 'administrator' ? firm.adminIdleMinutes : firm.idleMinutes,
        wantsSecondStep: firm.secondStepRequired && !(await hasSecondStep(tx, personId)),
      };
    });
  }

  private async noteSeen({ firmId, session }: { firmId: string; session: StaffSession }, now: Temporal.Instant): Promise<void> {
    await this.database.transaction(
      { firmId },
      (tx) => tx.update(sessions).set({ seenAt: now.toString() }).where(eq(sessions.tokenHash, session.tokenHash)),
      LITTLE,
    );
  }

  /** The password was given again in this session. */
  async confirm(work: Work, token: string): Promise<void> {
    this.forgetAfter(work);
    await work.tx
      .update(sessions)
      .set({ confirmedAt: this.clock.now().toString() })
      .where(eq(sessions.tokenHash, hashOf(token)));
  }

  /** Ends the session of a token; one that is not known is left alone. */
  async end(token: string): Promise<void> {
    const tokenHash = hashOf(token);
    const [session] = await this.database.transaction({ secret: tokenHash }, (tx) => tx.select().from(sessions).where(eq(sessions.tokenHash, tokenHash)), {
      readOnly: true,
    });
    if (session) await this.database.transaction({ firmId: session.firmId }, (tx) => tx.delete(sessions).where(eq(sessions.tokenHash, tokenHash)), LITTLE);
    await this.memory.forget();
    this.live.lookAgain();
  }

  /** Sessions were changed in this unit of work: once it is confirmed nothing that was remembered of them holds. */
  forgetAfter(work: Work): void {
    work.afterwards(() => void this.memory.forget());
  }

  /** The same, where sessions were changed apart from any unit of work; called once that is confirmed. */
  forget(): Promise<void> {
    return this.memory.forget();
  }

  /** Ends all sessions of a person in a firm, or all but the one whose token is given. */
  async endAll(tx: Tx, memberId: string, but: string | null = null): Promise<void> {
    await tx.delete(sessions).where(and(eq(sessions.memberId, memberId), but === null ? sql`true` : ne(sessions.tokenHash, hashOf(but))));
  }

  /** Ends all sessions of a person in all their firms, or all but the one whose token is given: what was begun with an old password. */
  async endEverywhere(tx: Tx, personId: string, but: string | null = null): Promise<void> {
    const [before] = await rows<{ firm: string }>(tx, sql`select coalesce(current_setting('app.firm_id', true), '') as firm`);
    for (const { id, firmId } of await within(tx, () => tx.select().from(members).where(eq(members.personId, personId)))) {
      await tx.execute(sql`select set_config('app.firm_id', ${firmId}, true)`);
      await this.endAll(tx, id, but);
    }
    await tx.execute(sql`select set_config('app.firm_id', ${before!.firm}, true)`);
    this.live.lookAgain();
  }
}

const isAfter = (one: Temporal.Instant, other: Temporal.Instant): boolean => Temporal.Instant.compare(one, other) > 0;

/** Whether a session is not over at this moment. */
const holds = ({ expiresAt, seenAt, idleMinutes, endsOn, zone }: KnownSession, now: Temporal.Instant): boolean =>
  isAfter(expiresAt, now) && isAfter(seenAt.add({ minutes: idleMinutes }), now) && (endsOn === null || endsOn >= dayIn(zone, now).toString());

const instantOf = (moment: string): Temporal.Instant => Temporal.Instant.from(new Date(moment).toISOString());

const hasSecondStep = (tx: Tx, personId: string): Promise<boolean> =>
  within(tx, async () => (await rows(tx, sql`select 1 from people where id = ${personId} and second_step_since is not null`)).length > 0);
