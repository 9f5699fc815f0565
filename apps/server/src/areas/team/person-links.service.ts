import { Injectable } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { and, eq, gt, inArray, isNull } from 'drizzle-orm';
import type { LetIn, PersonDoor } from '@steady/contract/sign-in';
import { fullDate } from '@steady/core/words';
import { Clock } from '../../platform/clock';
import { Database, type Tx, newId } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { byItself, hashOf, newSecret, within } from '../../platform/identity';
import { members, people, personTokens } from './team.tables';
import { StaffSessions } from './staff-sessions.service';
import { firmById } from '../../platform/work';
import { type Work, Works } from '../../platform/work';
import { AfterAnswers } from './after-answers';
import { whyNotPassword } from './passwords';
import { SignInService } from './sign-in.service';

/** The letter says "one hour". */
const RESET_HOURS = 1;
const INVITATION_DAYS = 14;

export const PasswordChanged = eventKind<{ memberId: string }>('password changed', 'team');
export const InvitationTaken = eventKind<{ memberId: string }>('invitation taken up', 'team');

type Person = typeof people.$inferSelect;

const LINK_GONE = Problem.of(404, 'link-not-known', 'This link does not work', 'It was used, or it has run out. Ask for a new one.');

/** Links that let a person in: invitations and forgotten passwords; and letters about what became of their way in. */
@Injectable()
export class PersonLinks {
  constructor(
    private readonly database: Database,
    private readonly sessions: StaffSessions,
    private readonly clock: Clock,
    private readonly effects: Effects,
    private readonly events: Events,
    private readonly works: Works,
    private readonly signIn: SignInService,
    private readonly after: AfterAnswers,
  ) {}

  /** Sends a link to set a new password, if somebody signs in with this address; says nothing either way, not even by how long it takes. */
  forgot(email: string): void {
    this.after.begin(this.sendReset(email));
  }

  private async sendReset(email: string): Promise<void> {
    const person = await this.signIn.byEmail(email);
    const [firm] = person ? await this.signIn.choices(person.id) : [];
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
        forStaff: true,
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
      forStaff: true,
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
    const [member] = found.token.memberId ? await tx.select().from(members).where(eq(members.id, found.token.memberId)) : [];
    const firm = member && (await firmById(tx, member.firmId));
    return { ...found, member: member ?? null, firm: firm?.name ?? null };
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
  async enter(token: string, password: string | undefined): Promise<LetIn> {
    const { memberId, firmId, reset, email } = await this.database.transaction({ within: true }, async (tx) => {
      const { token: found, person, member, firm } = await this.findToken(tx, token);
      const setsPassword = found.kind === 'reset' || person.passwordHash === null;
      if (setsPassword) await this.setPassword(tx, person, password ?? '', [member?.name ?? '', firm ?? '']);
      await tx.update(personTokens).set({ usedAt: this.clock.now().toString() }).where(eq(personTokens.tokenHash, found.tokenHash));
      if (found.kind === 'reset') {
        await this.sessions.endEverywhere(tx, person.id);
        await tx
          .update(personTokens)
          .set({ usedAt: this.clock.now().toString(), expiresAt: this.clock.now().toString() })
          .where(and(eq(personTokens.personId, person.id), eq(personTokens.kind, 'device')));
      }
      return { memberId: found.memberId, firmId: member?.firmId ?? null, reset: found.kind === 'reset' ? person : null, email: person.email };
    });
    if (reset) {
      await this.sessions.forget();
      await this.tellOfReset(reset);
    }
    if (memberId !== null && firmId !== null) await this.takenUp(firmId, memberId);
    return { email };
  }

  private async takenUp(firmId: string, memberId: string): Promise<void> {
    await this.works.run(byItself(firmId), async (work) => {
      const [member] = await work.tx
        .update(members)
        .set({ standing: 'active' })
        .where(and(eq(members.id, memberId), eq(members.standing, 'invited')))
        .returning({ name: members.name });
      if (member) await this.events.record(work, InvitationTaken, { what: `${member.name} accepted the invitation`, payload: { memberId } });
    });
  }

  private async tellOfReset(person: Person): Promise<void> {
    const [firm] = await this.signIn.choices(person.id);
    if (!firm) return;
    await this.works.run(byItself(firm.firmId), async (work) => {
      const [member] = await work.tx.select({ name: members.name }).from(members).where(eq(members.id, firm.memberId));
      await this.events.record(work, PasswordChanged, { what: `${member!.name} set a new password`, payload: { memberId: firm.memberId } });
      await this.tell(work, person, member!.name, 'Your password was changed');
    });
  }

  /** Sets a password that keeps the rules. @throws Problem at the field "password" */
  async setPassword(tx: Tx, person: Pick<Person, 'id' | 'email'>, password: string, own: string[]): Promise<void> {
    const why = whyNotPassword(password, [person.email, ...own]);
    if (why) throw Problem.invalid([{ field: 'password', message: why }]);
    await tx
      .update(people)
      .set({ passwordHash: await hash(password) })
      .where(eq(people.id, person.id));
  }

  /** Tells a person at their own address that their way in was changed, so that nobody changes it unseen. @param what "Your password was changed" */
  async tell(work: Work, person: Pick<Person, 'email'>, name: string, what: string): Promise<void> {
    await this.effects.plan(work, 'letter', newId(), {
      channel: 'mail',
      forStaff: true,
      toName: name,
      address: person.email,
      subject: `${what} in Steady Almanac`,
      body: `Dear ${name},\n\n${what} on ${fullDate(work.today)}.\n\nIf it was not you, set a new password at once where you sign in, and tell an administrator of ${work.firm.name}.\n\n${work.firm.name}`,
    });
  }
}
