import { Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { and, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import type { FirmChoice, PersonDoor, SignIn, SignInOffer, SignInStep } from '@steady/contract/team';
import { Clock } from '../../platform/clock';
import { Database, type Tx } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { StaffSessions, byItself, firms, fits, hashOf, members, newSecret, people, personTokens, stepOf, within } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { whyNotPassword } from './passwords';

/** Wrong tries in a row after which nothing is let in for a while, right or wrong. */
const TRIES = 6;
const LOCKED_MINUTES = 15;
/** The letter says "one hour". */
const RESET_HOURS = 1;
const INVITATION_DAYS = 14;

export const CameIn = eventKind<{ memberId: string }>('signed in');
export const InvitationTaken = eventKind<{ memberId: string }>('invitation taken up');

type Person = typeof people.$inferSelect;

/** Checked when an address is not known, so that the answer takes as long as for one that is. */
const NOBODY = hash('nobody signs in with this');

/** One answer for every reason, so that a stranger learns neither who is here nor whether a door is locked. */
const refused = () =>
  Problem.of(
    401,
    'wrong-sign-in',
    'Not signed in',
    'The email address or the password is not right. Check both; after several wrong tries, wait a quarter of an hour or ask for a new password.',
  );
const wrongCode = () =>
  Problem.invalid([{ field: 'code', message: 'This code is not right or was used already. Wait for the next one, or use a recovery code.' }]);
const LINK_GONE = Problem.of(404, 'link-not-known', 'This link does not work', 'It was used, or it has run out. Ask for a new one.');

/** How people of the firm come in: password, second step, choice of firm, invitations and forgotten passwords. */
@Injectable()
export class SignInService {
  constructor(
    private readonly database: Database,
    private readonly sessions: StaffSessions,
    private readonly clock: Clock,
    private readonly effects: Effects,
    private readonly events: Events,
    private readonly works: Works,
  ) {}

  /** The people offered on the sign-in page of a demo firm; nobody where there is none. */
  async offer(demo: boolean): Promise<SignInOffer> {
    if (!demo) return { demo: false, firm: null, people: [] };
    return this.database.transaction(
      { within: true },
      async (tx) => {
        const [firm] = await tx.select().from(firms).where(eq(firms.demo, true)).orderBy(firms.id).limit(1);
        if (!firm) return { demo: false, firm: null, people: [] };
        const found = await tx
          .select()
          .from(members)
          .where(and(eq(members.firmId, firm.id), eq(members.standing, 'active')))
          .orderBy(members.id);
        return { demo: true, firm: firm.name, people: found.map(({ id, name, role, does }) => ({ memberId: id, name, role, does })) };
      },
      { readOnly: true },
    );
  }

  /** Signs a demo person in without a password; only where the firm is a demo. */
  async demo(memberId: string, device: string): Promise<string> {
    const firmId = await this.database.transaction(
      { within: true },
      async (tx) => {
        const [member] = await tx
          .select({ firmId: members.firmId })
          .from(members)
          .innerJoin(firms, eq(firms.id, members.firmId))
          .where(and(eq(members.id, memberId), eq(firms.demo, true), eq(members.standing, 'active')));
        return member?.firmId;
      },
      { readOnly: true },
    );
    if (!firmId) throw Problem.notFound('person');
    return this.sessions.begin(firmId, memberId, device);
  }

  /**
   * Password, then the firm where there are several, then the code of the second step where there is one.
   * @returns the token of a new session, or what is still wanted.
   * @throws Problem that does not say whether the address, the password or the person's standing was wrong.
   */
  async signIn(input: SignIn, device: string): Promise<{ token: string } | SignInStep> {
    const now = this.clock.now();
    const person = await this.byEmail(input.email);
    const right = await verify(person?.passwordHash ?? (await NOBODY), input.password);
    if (!person?.passwordHash) throw refused();
    if (person.lockedUntil !== null && Temporal.Instant.compare(Temporal.Instant.from(person.lockedUntil), now) > 0) throw refused();
    if (!right) {
      await this.failed(person);
      throw refused();
    }
    const choices = await this.choices(person.id);
    if (choices.length === 0) throw refused();
    const firm = choices.length === 1 ? choices[0]! : choices.find((choice) => choice.firmId === input.firmId);
    // The firm is asked before the code, because a code works only once.
    if (!firm) return { wants: 'firm', firms: choices.map(({ firmId, name }) => ({ firmId, name })) };
    if (person.secondStepSince !== null) {
      if (input.code === undefined) return { wants: 'code' };
      await this.checkCode(person, input.code);
    } else await this.succeeded(person, null);
    return { token: await this.begin(firm, device) };
  }

  private async begin({ firmId, memberId }: { firmId: string; memberId: string }, device: string): Promise<string> {
    const token = await this.sessions.begin(firmId, memberId, device);
    await this.works.run(byItself(firmId), async (work) => {
      const [member] = await work.tx.select({ name: members.name }).from(members).where(eq(members.id, memberId));
      await this.events.record(work, CameIn, { what: `${member!.name} signed in on ${device}`, payload: { memberId } });
    });
    return token;
  }

  private byEmail(email: string): Promise<Person | undefined> {
    return this.database.transaction({ within: true }, async (tx) => (await tx.select().from(people).where(eq(people.email, email.toLowerCase())))[0], {
      readOnly: true,
    });
  }

  /** Counts a wrong try, and locks after the last one allowed. */
  private async failed(person: Person): Promise<void> {
    const failures = person.failures + 1;
    const lock = failures >= TRIES;
    await this.database.transaction({ within: true }, (tx) =>
      tx
        .update(people)
        .set({ failures: lock ? 0 : failures, lockedUntil: lock ? this.clock.now().add({ minutes: LOCKED_MINUTES }).toString() : null })
        .where(eq(people.id, person.id)),
    );
  }

  private async succeeded(person: Person, lastStep: number | null): Promise<void> {
    if (person.failures === 0 && person.lockedUntil === null && lastStep === null) return;
    await this.database.transaction({ within: true }, (tx) =>
      tx
        .update(people)
        .set({ failures: 0, lockedUntil: null, ...(lastStep === null ? {} : { lastStep }) })
        .where(eq(people.id, person.id)),
    );
  }

  /** @throws Problem at the field "code"; a wrong one counts as a wrong try. */
  private async checkCode(person: Person, code: string): Promise<void> {
    const step = fits(person.secondStep!, code, stepOf(this.clock.now().epochMilliseconds), person.lastStep);
    if (step !== null) return this.succeeded(person, step);
    const used = await this.database.transaction({ within: true }, (tx) =>
      tx
        .update(personTokens)
        .set({ usedAt: this.clock.now().toString() })
        .where(
          and(eq(personTokens.tokenHash, hashOf(`${person.id}:${code.trim().toLowerCase()}`)), eq(personTokens.kind, 'recovery'), isNull(personTokens.usedAt)),
        )
        .returning({ hash: personTokens.tokenHash }),
    );
    if (used.length > 0) return this.succeeded(person, null);
    await this.failed(person);
    throw wrongCode();
  }

  /** The firms in which a person works now. */
  async choices(personId: string): Promise<(FirmChoice & { memberId: string })[]> {
    return this.database.transaction(
      { within: true },
      (tx) =>
        tx
          .select({ firmId: firms.id, name: firms.name, memberId: members.id })
          .from(members)
          .innerJoin(firms, eq(firms.id, members.firmId))
          .where(and(eq(members.personId, personId), eq(members.standing, 'active')))
          .orderBy(members.id),
      { readOnly: true },
    );
  }

  /** Leaves one firm and enters another of the same person. @returns the token of the new session. */
  async change(personId: string, firmId: string, token: string, device: string): Promise<string> {
    const choice = (await this.choices(personId)).find((one) => one.firmId === firmId);
    if (!choice) throw Problem.notFound('firm');
    await this.sessions.end(token);
    return this.begin(choice, device);
  }

  /** The person behind the member who acts. */
  async personOf(work: Work): Promise<string> {
    const [member] = await work.tx
      .select({ personId: members.personId })
      .from(members)
      .where(eq(members.id, work.actor.id ?? ''));
    return member!.personId;
  }

  /** Sends a link to set a new password, if somebody signs in with this address; says nothing either way. */
  async forgot(email: string): Promise<void> {
    const person = await this.byEmail(email);
    const [firm] = person ? await this.choices(person.id) : [];
    if (!person || !firm) return;
    const { secret, hash: tokenHash } = newSecret();
    const expiresAt = this.clock.now().add({ hours: RESET_HOURS }).toString();
    await this.database.transaction({ within: true }, async (tx) => {
      await this.spend(tx, person.id, 'reset');
      await tx.insert(personTokens).values({ tokenHash, personId: person.id, kind: 'reset', expiresAt });
    });
    await this.works.run(byItself(firm.firmId), (work) =>
      this.effects.plan(work, 'letter', tokenHash, {
        channel: 'mail',
        toName: email,
        address: person.email,
        subject: 'A new password for Steady Almanac',
        body: `Somebody, probably you, asked for a new password for ${person.email}.\n\nSet it here within one hour: /join/${secret}\n\nIf you did not ask for it, nothing has to be done.\n\n${firm.name}`,
      }),
    );
  }

  /** Writes an invitation to a person who was added to the team; earlier ones stop working. */
  async invite(work: Work, personId: string, memberId: string, name: string): Promise<void> {
    const { secret, hash: tokenHash } = newSecret();
    const expiresAt = work.now.add({ hours: 24 * INVITATION_DAYS }).toString();
    const email = await within(work.tx, async () => {
      await this.spend(work.tx, personId, 'invitation', memberId);
      await work.tx.insert(personTokens).values({ tokenHash, personId, kind: 'invitation', memberId, expiresAt });
      const [person] = await work.tx.select({ email: people.email }).from(people).where(eq(people.id, personId));
      return person!.email;
    });
    await this.effects.plan(work, 'letter', tokenHash, {
      channel: 'mail',
      toName: name,
      address: email,
      subject: `${work.actor.name} invites you to work at ${work.firm.name}`,
      body: `Dear ${name},\n\n${work.actor.name} invites you to work at ${work.firm.name} with Steady Almanac.\n\nCome in here within ${INVITATION_DAYS} days: /join/${secret}\n\n${work.firm.name}`,
    });
  }

  private async spend(tx: Tx, personId: string, kind: 'invitation' | 'reset', memberId: string | null = null): Promise<void> {
    await tx
      .update(personTokens)
      .set({ usedAt: this.clock.now().toString() })
      .where(
        and(
          eq(personTokens.personId, personId),
          eq(personTokens.kind, kind),
          isNull(personTokens.usedAt),
          ...(memberId === null ? [] : [eq(personTokens.memberId, memberId)]),
        ),
      );
  }

  private async findToken(tx: Tx, token: string) {
    const [found] = await tx
      .select({ token: personTokens, person: people })
      .from(personTokens)
      .innerJoin(people, eq(people.id, personTokens.personId))
      .where(
        and(
          eq(personTokens.tokenHash, hashOf(token)),
          inArray(personTokens.kind, ['invitation', 'reset']),
          isNull(personTokens.usedAt),
          gt(personTokens.expiresAt, this.clock.now().toString()),
        ),
      );
    if (!found) throw LINK_GONE;
    const [member] = found.token.memberId
      ? await tx
          .select({ member: members, firm: firms.name })
          .from(members)
          .innerJoin(firms, eq(firms.id, members.firmId))
          .where(eq(members.id, found.token.memberId))
      : [];
    return { ...found, member: member?.member ?? null, firm: member?.firm ?? null };
  }

  /** What the link of an invitation or a reset opens. @throws Problem "link-not-known" */
  async door(token: string): Promise<PersonDoor> {
    return this.database.transaction(
      { within: true },
      async (tx) => {
        const { token: found, person, member, firm } = await this.findToken(tx, token);
        return { kind: found.kind as PersonDoor['kind'], firm, name: member?.name ?? person.email, hasPassword: person.passwordHash !== null };
      },
      { readOnly: true },
    );
  }

  /** Takes up an invitation, or sets a new password and ends every session that was begun with the old one. */
  async enter(token: string, password: string | undefined): Promise<void> {
    const { memberId, firmId } = await this.database.transaction({ within: true }, async (tx) => {
      const { token: found, person, member, firm } = await this.findToken(tx, token);
      const setsPassword = found.kind === 'reset' || person.passwordHash === null;
      if (setsPassword) await this.setPassword(tx, person, password ?? '', [member?.name ?? '', firm ?? '']);
      await tx.update(personTokens).set({ usedAt: this.clock.now().toString() }).where(eq(personTokens.tokenHash, found.tokenHash));
      if (found.kind === 'reset') await this.endEverywhere(tx, person.id);
      return { memberId: found.memberId, firmId: member?.firmId ?? null };
    });
    if (memberId === null || firmId === null) return;
    await this.works.run(byItself(firmId), async (work) => {
      const [member] = await work.tx
        .update(members)
        .set({ standing: 'active' })
        .where(and(eq(members.id, memberId), eq(members.standing, 'invited')))
        .returning({ name: members.name });
      if (member) await this.events.record(work, InvitationTaken, { what: `${member.name} took up the invitation`, payload: { memberId } });
    });
  }

  /** Sets a password that keeps the rules. @throws Problem at the field "password" */
  async setPassword(tx: Tx, person: Pick<Person, 'id' | 'email'>, password: string, own: string[]): Promise<void> {
    const why = whyNotPassword(password, [person.email, ...own]);
    if (why) throw Problem.invalid([{ field: 'password', message: why }]);
    await tx
      .update(people)
      .set({ passwordHash: await hash(password), failures: 0, lockedUntil: null })
      .where(eq(people.id, person.id));
  }

  private async endEverywhere(tx: Tx, personId: string): Promise<void> {
    for (const { id, firmId } of await tx.select().from(members).where(eq(members.personId, personId))) {
      await tx.execute(sql`select set_config('app.firm_id', ${firmId}, true)`);
      await this.sessions.endAll(tx, id);
    }
  }
}
