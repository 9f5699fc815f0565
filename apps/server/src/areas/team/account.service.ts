import { Injectable } from '@nestjs/common';
import { verify } from '@node-rs/argon2';
import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import type { ChangePassword, OwnAccount, SecondStepOffer } from '@steady/contract/sign-in';
import { type Tx, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { fits, hashOf, newRecoveryCodes, newSecondStep, otpAddress, stepOf, within } from '../../platform/identity';
import { members, people, personTokens, sessions } from './team.tables';
import { StaffSessions } from './staff-sessions.service';
import { type Work, firmNames, staffId } from '../../platform/work';
import { PasswordChanged, PersonLinks } from './person-links.service';
import { SignInService } from './sign-in.service';

export const SecondStepChanged = eventKind<{ memberId: string }>('second step changed', 'team');

/** Enough of a session's hash to name it; the hash itself opens nothing. */
const SESSION_NAME = 20;
const FAR = '9999-01-01T00:00:00Z';

/** One's own way in: password, second step, sessions. It belongs to the person, in whatever firm they work. */
@Injectable()
export class AccountService {
  constructor(
    private readonly signIn: SignInService,
    private readonly links: PersonLinks,
    private readonly sessions: StaffSessions,
    private readonly events: Events,
  ) {}

  /** What a person sees of the own account: sessions, devices, second step, other firms. */
  async view(work: Work, token: string): Promise<OwnAccount> {
    const own = await work.tx
      .select()
      .from(sessions)
      .where(and(eq(sessions.memberId, staffId(work)), sql`${sessions.expiresAt} > ${work.now.toString()}`))
      .orderBy(desc(sessions.since));
    const hash = hashOf(token);
    const personId = await this.signIn.personOf(work);
    return within(work.tx, async () => {
      const person = await this.person(work.tx, personId);
      const [codes] = await rows<{ left: number }>(
        work.tx,
        sql`select count(*)::int as left from person_tokens where person_id = ${personId} and kind = 'recovery' and used_at is null`,
      );
      const others = await work.tx
        .select({ firmId: members.firmId })
        .from(members)
        .where(and(eq(members.personId, personId), eq(members.standing, 'active'), ne(members.firmId, work.firm.id)));
      const names = await firmNames(
        work.tx,
        others.map((one) => one.firmId),
      );
      const firms = [...names].map(([firmId, name]) => ({ firmId, name })).sort((a, b) => a.name.localeCompare(b.name));
      return {
        email: person.email,
        secondStepSince: person.secondStepSince,
        recoveryCodesLeft: codes!.left,
        sessions: own.map(({ tokenHash, device, since, expiresAt }) => ({
          id: tokenHash.slice(0, SESSION_NAME),
          device,
          since,
          expiresAt,
          this: tokenHash === hash,
        })),
        otherFirms: firms,
      };
    });
  }

  private async person(tx: Tx, personId: string) {
    const [person] = await tx.select().from(people).where(eq(people.id, personId));
    return person!;
  }

  /** Ends one of one's own sessions by the beginning of its hash. @throws Problem "not-found" */
  async endSession(work: Work, id: string): Promise<void> {
    const ended = await work.tx
      .delete(sessions)
      .where(and(eq(sessions.memberId, staffId(work)), sql`left(${sessions.tokenHash}, ${SESSION_NAME}) = ${id}`))
      .returning({ hash: sessions.tokenHash });
    if (ended.length === 0) throw Problem.notFound('session');
    this.sessions.forgetAfter(work);
  }

  /** Ends all of one's own sessions in this firm but the one that asks. */
  async endOthers(work: Work, token: string): Promise<void> {
    await this.sessions.endAll(work.tx, staffId(work), token);
    this.sessions.forgetAfter(work);
  }

  /** The password once more, before something that matters. @throws Problem at "password" */
  async confirm(work: Work, password: string, token: string): Promise<void> {
    const personId = await this.signIn.personOf(work);
    const person = await within(work.tx, () => this.person(work.tx, personId));
    if (!person.passwordHash || !(await verify(person.passwordHash, password)))
      throw Problem.invalid([{ field: 'password', message: 'This is not the password you have now.' }]);
    await this.sessions.confirm(work, token);
  }

  /** Sets another password, and ends the other sessions @throws Problem at "current" or "password" */
  async changePassword(work: Work, input: ChangePassword, token: string): Promise<void> {
    const personId = await this.signIn.personOf(work);
    await within(work.tx, async () => {
      const person = await this.person(work.tx, personId);
      if (!person.passwordHash || !(await verify(person.passwordHash, input.current)))
        throw Problem.invalid([{ field: 'current', message: 'This is not the password you have now.' }]);
      await this.links.setPassword(work.tx, person, input.password, [work.actor.name, work.firm.name]);
    });
    await this.sessions.endEverywhere(work.tx, personId, token);
    this.sessions.forgetAfter(work);
    await this.events.record(work, PasswordChanged, { what: 'changed the own password', payload: { memberId: staffId(work) } });
    await this.tell(work, personId, 'Your password was changed');
  }

  /** Begins the set-up of the second step; it is in force once a code was confirmed. */
  async offerSecondStep(work: Work): Promise<SecondStepOffer> {
    const personId = await this.signIn.personOf(work);
    return within(work.tx, async () => {
      const person = await this.person(work.tx, personId);
      if (person.secondStepSince !== null) throw Problem.refused('second-step-on', 'The second step is on already. Turn it off first to set it up again.');
      const secret = newSecondStep();
      await work.tx.update(people).set({ secondStep: secret, lastStep: null }).where(eq(people.id, personId));
      return { secret, address: otpAddress(work.firm.name, person.email, secret) };
    });
  }

  /** Puts the second step in force. @returns the recovery codes, shown this once. */
  async confirmSecondStep(work: Work, code: string): Promise<string[]> {
    const personId = await this.signIn.personOf(work);
    const codes = newRecoveryCodes();
    await within(work.tx, async () => {
      await this.checkCode(work, personId, code);
      await work.tx.update(people).set({ secondStepSince: work.now.toString() }).where(eq(people.id, personId));
      await this.dropCodes(work.tx, personId);
      await work.tx
        .insert(personTokens)
        .values(codes.map((one) => ({ tokenHash: hashOf(`${personId}:${one}`), personId, kind: 'recovery' as const, expiresAt: FAR })));
    });
    await this.events.record(work, SecondStepChanged, { what: 'turned the second step on', payload: { memberId: staffId(work) } });
    await this.tell(work, personId, 'Your second step was turned on');
    return codes;
  }

  /** Turns the second step off, with a code of it. @throws Problem at "code" */
  async dropSecondStep(work: Work, code: string): Promise<void> {
    const personId = await this.signIn.personOf(work);
    await within(work.tx, async () => {
      await this.checkCode(work, personId, code);
      await this.clearSecondStep(work.tx, personId);
    });
    await this.events.record(work, SecondStepChanged, { what: 'turned the second step off', payload: { memberId: staffId(work) } });
    await this.tell(work, personId, 'Your second step was turned off');
  }

  /**
   * Turns the second step of somebody else off, whose authenticator and recovery codes are lost.
   *
   * @throws Problem where the person works for another firm as well: one firm does not weaken the door of another
   */
  async dropSecondStepOf(work: Work, memberId: string): Promise<void> {
    const [member] = await work.tx.select().from(members).where(eq(members.id, memberId));
    if (!member) throw Problem.notFound('person');
    if (memberId === work.actor.id) throw Problem.refused('own-second-step', 'Your own second step is turned off with a code, under your name.');
    const { personId, name } = member;
    await within(work.tx, async () => {
      if ((await this.person(work.tx, personId)).secondStepSince === null)
        throw Problem.refused('second-step-off', `The second step of ${name} is off already.`);
      const elsewhere = await rows(
        work.tx,
        sql`select 1 from members where person_id = ${personId} and firm_id <> ${work.firm.id} and standing in ('active', 'invited', 'suspended')`,
      );
      if (elsewhere.length > 0)
        throw Problem.refused(
          'works-elsewhere',
          `${name} works for another firm as well and signs in there with the same second step. Only they can turn it off.`,
        );
      await this.clearSecondStep(work.tx, personId);
    });
    await this.events.record(work, SecondStepChanged, { what: `turned the second step of ${name} off`, payload: { memberId } });
    const person = await within(work.tx, () => this.person(work.tx, personId));
    await this.links.tell(work, person, name, 'Your second step was turned off');
  }

  private async clearSecondStep(tx: Tx, personId: string): Promise<void> {
    await tx.update(people).set({ secondStep: null, secondStepSince: null, lastStep: null }).where(eq(people.id, personId));
    await this.dropCodes(tx, personId);
  }

  private async tell(work: Work, personId: string, what: string): Promise<void> {
    const person = await within(work.tx, () => this.person(work.tx, personId));
    await this.links.tell(work, person, work.actor.name, what);
  }

  private async checkCode(work: Work, personId: string, code: string): Promise<void> {
    const person = await this.person(work.tx, personId);
    const step = person.secondStep === null ? null : fits(person.secondStep, code, stepOf(work.now.epochMilliseconds), person.lastStep);
    const used =
      step === null
        ? []
        : await rows(work.tx, sql`update people set last_step = ${step} where id = ${personId} and (last_step is null or last_step < ${step}) returning id`);
    if (used.length === 0) throw Problem.invalid([{ field: 'code', message: 'This code is not right. Wait for the next one the authenticator shows.' }]);
  }

  private async dropCodes(tx: Tx, personId: string): Promise<void> {
    await tx.delete(personTokens).where(and(eq(personTokens.personId, personId), eq(personTokens.kind, 'recovery'), isNull(personTokens.usedAt)));
  }
}
