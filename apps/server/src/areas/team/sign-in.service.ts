import { Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { and, eq, sql } from 'drizzle-orm';
import type { DoorLetter, FirmChoice, SignIn, SignInOffer, SignInStep } from '@steady/contract/sign-in';
import { Clock } from '../../platform/clock';
import { Database, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { byItself, fits, hashOf, stepOf } from '../../platform/identity';
import { members, people } from './team.tables';
import { StaffSessions } from './staff-sessions.service';
import { demoFirm, firmById, firmNames } from '../../platform/work';
import { type Work, Works } from '../../platform/work';
import { AfterAnswers } from './after-answers';
import { type Caller, SignInTries } from './sign-in-tries.service';

export const CameIn = eventKind<{ memberId: string }>('signed in', 'team');
export const NotLetIn = eventKind<{ memberId: string }>('sign-in refused', 'team');
export const DoorShut = eventKind<{ memberId: string }>('sign-in locked', 'team');

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

/** How people of the firm come in: password, second step, choice of firm. */
@Injectable()
export class SignInService {
  constructor(
    private readonly database: Database,
    private readonly sessions: StaffSessions,
    private readonly clock: Clock,
    private readonly events: Events,
    private readonly works: Works,
    private readonly tries: SignInTries,
    private readonly after: AfterAnswers,
  ) {}

  /** The people offered on the sign-in page of a demo firm; nobody where there is none. */
  async offer(demo: boolean): Promise<SignInOffer> {
    if (!demo) return { demo: false, firm: null, people: [] };
    return this.database.transaction(
      { within: true },
      async (tx) => {
        const firm = await demoFirm(tx);
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
    await this.after.settled();
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
    const firm = await this.database.transaction({ within: true }, demoFirm, { readOnly: true });
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
          .where(and(eq(members.id, memberId), eq(members.standing, 'active')));
        const firm = member && (await firmById(tx, member.firmId));
        return firm?.demo ? firm.id : undefined;
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
    const doors = await this.tries.doorsFor(input.email.toLowerCase(), person, from);
    const shut = await this.tries.anyShut(doors);
    const right = await verify(person?.passwordHash ?? (await NOBODY), input.password);
    if (shut || !right || !person?.passwordHash) {
      this.after.begin(this.noteRefusal(person, shut, from));
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
      await this.tries.giveBack(doors);
      return wants;
    }
    if (person.secondStepSince !== null && !(await this.codeFits(person, input.code!))) {
      this.after.begin(this.noteRefusal(person, false, from));
      throw wrongCode();
    }
    await this.tries.forgive(doors);
    return { token: await this.begin(firm!, from.device), browser: await this.tries.know(person.id, from.browser) };
  }

  /** Writes a refusal into the audit trail of the firms of whoever was tried. */
  private async noteRefusal(person: Person | undefined, shut: boolean, { device }: Caller): Promise<void> {
    for (const { firmId, memberId } of person ? await this.choices(person.id) : []) {
      await this.works.run(
        byItself(firmId),
        async (work) => {
          const [member] = await work.tx.select({ name: members.name }).from(members).where(eq(members.id, memberId));
          const what = shut ? `did not let ${member!.name} in: tried too often on ${device}, shut for a while` : `did not let ${member!.name} in on ${device}`;
          await this.events.record(work, shut ? DoorShut : NotLetIn, { what, payload: { memberId } });
        },
        { evenWhenLow: true },
      );
    }
  }

  private async begin({ firmId, memberId }: { firmId: string; memberId: string }, device: string): Promise<string> {
    const token = await this.sessions.begin(firmId, memberId, device);
    await this.works.run(
      byItself(firmId),
      async (work) => {
        const [member] = await work.tx.select({ name: members.name }).from(members).where(eq(members.id, memberId));
        await this.events.record(work, CameIn, { what: `${member!.name} signed in on ${device}`, payload: { memberId } });
      },
      { evenWhenLow: true },
    );
    return token;
  }

  /** The person with an address, however it is written; nothing where there is none. */
  byEmail(email: string): Promise<Person | undefined> {
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
      async (tx) => {
        const found = await tx
          .select({ firmId: members.firmId, memberId: members.id })
          .from(members)
          .where(and(eq(members.personId, personId), eq(members.standing, 'active')))
          .orderBy(members.id);
        const names = await firmNames(
          tx,
          found.map((one) => one.firmId),
        );
        return found.map((one) => ({ ...one, name: names.get(one.firmId)! }));
      },
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
}
