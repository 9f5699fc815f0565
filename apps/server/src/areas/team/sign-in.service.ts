import { DoorLetter } from '@steady/contract/team';
import { Injectable, Logger } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { and, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { FirmChoice, PersonDoor, SignIn, SignInOffer, SignInStep } from '@steady/contract/team';
import { Clock } from '../../platform/clock';
import { Database, type Tx, rows } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import {
  type DoorRule,
  DoorTries,
  KNOWN_BROWSER,
  ONE_ADDRESS,
  StaffSessions,
  UNKNOWN_BROWSER,
  byItself,
  firms,
  fits,
  hashOf,
  members,
  newSecret,
  people,
  personTokens,
  stepOf,
  within,
} from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { whyNotPassword } from './passwords';

/** The letter says "one hour". */
const RESET_HOURS = 1;
const INVITATION_DAYS = 14;
/** A browser that was not used for so long is a stranger's again. */
const BROWSER_DAYS = 400;

/** Where a sign-in comes from. */
export interface Caller {
  /** In words: "a computer". */
  device: string;
  address: string;
  /** What the browser shows that somebody came in with before. */
  browser: string | null;
}

export const CameIn = eventKind<{ memberId: string }>('signed in');
export const NotLetIn = eventKind<{ memberId: string }>('sign-in refused');
export const DoorShut = eventKind<{ memberId: string }>('sign-in locked');
export const InvitationTaken = eventKind<{ memberId: string }>('invitation taken up');

type Person = typeof people.$inferSelect;

interface Door {
  rule: DoorRule;
  kind: string;
  of: string;
}

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
  private readonly log = new Logger('Sign-in');

  constructor(
    private readonly database: Database,
    private readonly sessions: StaffSessions,
    private readonly clock: Clock,
    private readonly effects: Effects,
    private readonly events: Events,
    private readonly works: Works,
    private readonly tries: DoorTries,
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

  /** Links that let people of the demo firm in, the newest first: in place of their mailboxes. */
  async letters(demo: boolean): Promise<DoorLetter[]> {
    if (!demo) throw Problem.notFound('page');
    const firmId = await this.demoFirm();
    if (firmId === null) throw Problem.notFound('page');
    await this.settled();
    return this.database.transaction(
      { firmId },
      (tx) =>
        rows<DoorLetter>(
          tx,
          sql`select id, at, to_name as "to", address, subject, substring(body from '/join/[A-Za-z0-9_-]+') as link from post_room where for_staff order by at desc, id desc limit 20`,
        ),
      { readOnly: true },
    );
  }

  private async demoFirm(): Promise<string | null> {
    const [firm] = await this.database.transaction(
      { within: true },
      (tx) => tx.select({ id: firms.id }).from(firms).where(eq(firms.demo, true)).orderBy(firms.id).limit(1),
      { readOnly: true },
    );
    return firm?.id ?? null;
  }

  /** Signs a demo person in without a password; only where the firm is a demo. */
  async demo(demo: boolean, memberId: string, device: string): Promise<string> {
    if (!demo) throw Problem.notFound('person');
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
   * Password, then the firm where there are several, then the code of the second step where there is one. Each try is
   * counted before it is looked at, by person, or by browser where the person came in with it before, and by address.
   * @returns the token of a new session and what the browser is known by from now on, or what is still wanted.
   * @throws Problem that does not say whether the address, the password or the person's standing was wrong.
   */
  async signIn(input: SignIn, from: Caller): Promise<{ token: string; browser: string } | SignInStep> {
    const person = await this.byEmail(input.email);
    const doors = await this.doorsFor(input.email.toLowerCase(), person, from);
    const shut = await this.anyShut(doors);
    const right = await verify(person?.passwordHash ?? (await NOBODY), input.password);
    if (shut || !right || !person?.passwordHash) {
      this.later(this.noteRefusal(person, shut, from));
      throw refused();
    }
    const choices = await this.choices(person.id);
    if (choices.length === 0) throw refused();
    const firm = choices.length === 1 ? choices[0]! : choices.find((choice) => choice.firmId === input.firmId);
    // The firm is asked before the code, because a code works only once.
    const wants: SignInStep | null = !firm
      ? { wants: 'firm', firms: choices.map(({ firmId, name }) => ({ firmId, name })) }
      : person.secondStepSince !== null && input.code === undefined
        ? { wants: 'code' }
        : null;
    if (wants) {
      for (const { kind, of } of doors) await this.tries.giveBack(kind, of);
      return wants;
    }
    if (person.secondStepSince !== null && !(await this.codeFits(person, input.code!))) {
      this.later(this.noteRefusal(person, false, from));
      throw wrongCode();
    }
    for (const { rule, kind, of } of doors) await (rule === ONE_ADDRESS ? this.tries.giveBack(kind, of) : this.tries.forgive(kind, of));
    return { token: await this.begin(firm!, from.device), browser: await this.know(person.id, from.browser) };
  }

  /** What counts a try: the browser where the person is known in it, else the person and the address. */
  private async doorsFor(email: string, person: Person | undefined, { address, browser }: Caller): Promise<Door[]> {
    if (person && browser !== null && (await this.isKnown(person.id, browser))) return [{ rule: KNOWN_BROWSER, kind: 'browser', of: hashOf(browser) }];
    return [
      { rule: UNKNOWN_BROWSER, kind: 'person', of: email },
      { rule: ONE_ADDRESS, kind: 'address', of: address },
    ];
  }

  private async anyShut(doors: Door[]): Promise<boolean> {
    let shut = false;
    for (const { rule, kind, of } of doors) if ((await this.tries.take(rule, kind, of)) !== null) shut = true;
    return shut;
  }

  private async isKnown(personId: string, browser: string): Promise<boolean> {
    const found = await this.database.transaction(
      { within: true },
      (tx) =>
        rows(
          tx,
          sql`select 1 from person_tokens where token_hash = ${hashOf(browser)} and person_id = ${personId} and kind = 'device' and expires_at > ${this.clock.now().toString()}`,
        ),
      { readOnly: true },
    );
    return found.length > 0;
  }

  /** Remembers a browser as one in which a person has come in. @returns what it shows from now on */
  private async know(personId: string, browser: string | null): Promise<string> {
    if (browser !== null && (await this.isKnown(personId, browser))) return browser;
    const { secret, hash: tokenHash } = newSecret();
    const expiresAt = this.clock
      .now()
      .add({ hours: 24 * BROWSER_DAYS })
      .toString();
    await this.database.transaction({ within: true }, (tx) => tx.insert(personTokens).values({ tokenHash, personId, kind: 'device', expiresAt }));
    return secret;
  }

  /** Writes a refusal into the audit trail of the firms of whoever was tried. */
  private async noteRefusal(person: Person | undefined, shut: boolean, { device }: Caller): Promise<void> {
    for (const { firmId, memberId } of person ? await this.choices(person.id) : []) {
      await this.works.run(byItself(firmId), async (work) => {
        const [member] = await work.tx.select({ name: members.name }).from(members).where(eq(members.id, memberId));
        const what = shut ? `did not let ${member!.name} in: tried too often on ${device}, shut for a while` : `did not let ${member!.name} in on ${device}`;
        await this.events.record(work, shut ? DoorShut : NotLetIn, { what, payload: { memberId } });
      });
    }
  }

  private readonly running = new Set<Promise<void>>();

  /** Does something after the answer, so that its time tells nothing. */
  private later(what: Promise<void>): void {
    const ended = what.catch((error: unknown) => this.log.error(error)).finally(() => this.running.delete(ended));
    this.running.add(ended);
  }

  /** Waits for what is done after answers. */
  async settled(): Promise<void> {
    await Promise.all(this.running);
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

  /** Uses up a code, once: of many tries with the same one at once, a single one fits. */
  private async codeFits(person: Person, code: string): Promise<boolean> {
    const step = fits(person.secondStep!, code, stepOf(this.clock.now().epochMilliseconds), person.lastStep);
    const used = await this.database.transaction({ within: true }, (tx) =>
      step !== null
        ? rows(tx, sql`update people set last_step = ${step} where id = ${person.id} and (last_step is null or last_step < ${step}) returning id`)
        : rows(
            tx,
            sql`update person_tokens set used_at = ${this.clock.now().toString()}
                where token_hash = ${hashOf(`${person.id}:${code.trim().toLowerCase()}`)} and kind = 'recovery' and used_at is null returning token_hash`,
          ),
    );
    return used.length > 0;
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

  /** Sends a link to set a new password, if somebody signs in with this address; says nothing either way, not even by how long it takes. */
  forgot(email: string): void {
    this.later(this.sendReset(email));
  }

  private async sendReset(email: string): Promise<void> {
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
      if (found.kind === 'reset') {
        await this.sessions.endEverywhere(tx, person.id);
        await tx
          .update(personTokens)
          .set({ usedAt: this.clock.now().toString(), expiresAt: this.clock.now().toString() })
          .where(and(eq(personTokens.personId, person.id), eq(personTokens.kind, 'device')));
      }
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
      .set({ passwordHash: await hash(password) })
      .where(eq(people.id, person.id));
  }
}
