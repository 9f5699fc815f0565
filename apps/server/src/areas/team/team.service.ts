import { Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { and, desc, eq, inArray, lte, sql } from 'drizzle-orm';
import type { Role } from '@steady/core/access';
import type { MemberView, SignInOffer } from '@steady/contract/team';
import { Database, newId } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import { StaffSessions, firms, members, people, rates } from '../../platform/identity';
import type { Work } from '../../platform/work';

export interface NewMember {
  name: string;
  shortName: string;
  email: string;
  role: Role;
  does: string;
  /** Minutes of work for each weekday, Monday first. */
  weekdays: number[];
  /** Charge rates by the day from which they hold, minor units per hour. */
  rates: { fromDay: string; perHour: number }[];
  password: string | null;
}

/** Checked when an address is not known, so that the answer takes as long as for one that is. */
const NOBODY = hash('nobody signs in with this');

/** The people of the firm, and how they come in. */
@Injectable()
export class TeamService {
  constructor(
    private readonly database: Database,
    private readonly sessions: StaffSessions,
  ) {}

  /** The people offered on the sign-in page of a demo firm; nobody where there is none. */
  async offer(demo: boolean): Promise<SignInOffer> {
    if (!demo) return { demo: false, firm: null, people: [] };
    return this.database.transaction(
      { within: true },
      async (tx) => {
        const [firm] = await tx.select().from(firms).where(eq(firms.demo, true)).limit(1);
        if (!firm) return { demo: false, firm: null, people: [] };
        const found = await tx.select().from(members).where(eq(members.firmId, firm.id)).orderBy(members.id);
        return { demo: true, firm: firm.name, people: found.map(({ id, name, role, does }) => ({ memberId: id, name, role, does })) };
      },
      { readOnly: true },
    );
  }

  /** @returns the token of a new session. @throws Problem that does not say whether the address or the password was wrong. */
  async signIn(email: string, password: string): Promise<string> {
    const found = await this.database.transaction(
      { within: true },
      async (tx) => {
        const [person] = await tx.select().from(people).where(eq(people.email, email.toLowerCase()));
        if (!person?.passwordHash) return null;
        const [member] = await tx.select().from(members).where(eq(members.personId, person.id)).orderBy(members.id);
        return member ? { passwordHash: person.passwordHash, member } : null;
      },
      { readOnly: true },
    );
    const right = await verify(found?.passwordHash ?? (await NOBODY), password);
    if (!found || !right) throw Problem.of(401, 'wrong-sign-in', 'Not signed in', 'The email address or the password is not right. Check both and try again.');
    return this.sessions.begin(found.member.firmId, found.member.id);
  }

  /** Signs a demo person in without a password; only where the firm is a demo. */
  async signInDemo(memberId: string): Promise<string> {
    const firmId = await this.database.transaction(
      { within: true },
      async (tx) => {
        const [member] = await tx
          .select({ firmId: members.firmId })
          .from(members)
          .innerJoin(firms, eq(firms.id, members.firmId))
          .where(and(eq(members.id, memberId), eq(firms.demo, true)));
        return member?.firmId;
      },
      { readOnly: true },
    );
    if (!firmId) throw Problem.notFound('person');
    return this.sessions.begin(firmId, memberId);
  }

  async list(work: Work): Promise<MemberView[]> {
    const found = await work.tx.select().from(members).where(eq(members.firmId, work.firm.id)).orderBy(members.id);
    return found.map(({ id, name, shortName, role, does }) => ({ id, name, shortName, role, does }));
  }

  /** Founds a firm with its first people. Used at start-up. */
  async found(firm: Omit<typeof firms.$inferInsert, 'id'>, team: NewMember[]): Promise<{ firmId: string; memberIds: string[] }> {
    const firmId = newId();
    await this.database.transaction({ firmId }, (tx) => tx.insert(firms).values({ ...firm, id: firmId }));
    const memberIds: string[] = [];
    for (const member of team) memberIds.push(await this.add(firmId, member));
    return { firmId, memberIds };
  }

  private async add(firmId: string, given: NewMember): Promise<string> {
    const passwordHash = given.password === null ? null : await hash(given.password);
    const personId = await this.database.transaction({ within: true }, async (tx) => {
      const email = given.email.toLowerCase();
      await tx.insert(people).values({ email, passwordHash }).onConflictDoNothing();
      const [person] = await tx.select({ id: people.id }).from(people).where(eq(people.email, email));
      return person!.id;
    });
    return this.database.transaction({ firmId }, async (tx) => {
      const { name, shortName, role, does, weekdays } = given;
      const [member] = await tx.insert(members).values({ firmId, personId, name, shortName, role, does, weekdays }).returning({ id: members.id });
      await tx.insert(rates).values(given.rates.map((rate) => ({ ...rate, firmId, memberId: member!.id })));
      return member!.id;
    });
  }

  /** The charge rate of a person on a day, minor units per hour; zero where none was agreed. */
  async rateOn(work: Work, memberId: string, day: string): Promise<number> {
    const [rate] = await work.tx
      .select({ perHour: rates.perHour })
      .from(rates)
      .where(and(eq(rates.memberId, memberId), lte(rates.fromDay, day)))
      .orderBy(desc(rates.fromDay))
      .limit(1);
    return rate?.perHour ?? 0;
  }

  /** Refuses ids that are not people of this firm. */
  async mustBeMembers(work: Work, ids: Record<string, string | null | undefined>): Promise<void> {
    const given = Object.entries(ids).filter((entry): entry is [string, string] => typeof entry[1] === 'string');
    if (given.length === 0) return;
    const known = await work.tx
      .select({ id: members.id })
      .from(members)
      .where(
        and(
          eq(members.firmId, work.firm.id),
          inArray(
            members.id,
            given.map(([, id]) => id),
          ),
        ),
      );
    const missing = given.filter(([, id]) => !known.some((member) => member.id === id));
    if (missing.length > 0) throw Problem.invalid(missing.map(([field]) => ({ field, message: 'Choose a person of the firm.' })));
  }

  /** Working patterns of everybody, for load against capacity. */
  async patterns(work: Work): Promise<{ personId: string; name: string; weekdays: number[] }[]> {
    const found = await work.tx.select().from(members).where(eq(members.firmId, work.firm.id)).orderBy(members.id);
    return found.map((member) => ({ personId: member.id, name: member.name, weekdays: member.weekdays }));
  }

  /** True when no firm was founded yet. */
  async isEmpty(): Promise<boolean> {
    const found = await this.database.transaction(
      { within: true },
      (tx) =>
        tx
          .select({ one: sql`1` })
          .from(firms)
          .limit(1),
      { readOnly: true },
    );
    return found.length === 0;
  }
}
