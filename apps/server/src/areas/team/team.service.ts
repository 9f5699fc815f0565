import { fullDate } from '@steady/core/words';
import { Ticks } from '../../platform/background/ticks';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { and, desc, eq, gte, inArray, lte, ne, sql } from 'drizzle-orm';
import { type CivilDate, civil } from '@steady/core/calendar';
import type { AddLeave, AddRate, ChangeMember, InviteMember, MemberView, TeamRow } from '@steady/contract/team';
import { type Money, money, noMoney } from '@steady/core/money';
import { type AsFigures, Database, inCurrency, newId, rows, toColumns } from '../../platform/database';
import { Events, eventKind, Effects } from '../../platform/events';
import { Keys } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { within, may } from '../../platform/identity';
import { leave, members, people, rates } from './team.tables';
import { StaffSessions } from './staff-sessions.service';
import { type NewFirm, type Work, Works, isWithoutFirms } from '../../platform/work';
import { TeamParts } from './team-parts';
import type { NewMember } from './new-member';
import { RolesService } from './roles.service';
import { PersonLinks } from './person-links.service';

export type Member = typeof members.$inferSelect;

/** So many days before the end of an access it is told. */
const DAYS_BEFORE_THE_END = 7;
/** Leave longer than this is a person who left. */
const LONGEST_LEAVE = 400;

function daysBetween(from: CivilDate, until: CivilDate): string[] {
  const days = Math.min(LONGEST_LEAVE, from.until(until).days + 1);
  return Array.from({ length: days }, (_, index) => from.add({ days: index }).toString());
}

export const MemberInvited = eventKind<{ memberId: string }>('person invited', 'team');
export const MemberChanged = eventKind<{ memberId: string }>('person changed', 'team');

/** Seven and a half hours a day, Monday to Friday, until somebody says otherwise. */
const USUAL_WEEK = [450, 450, 450, 450, 450, 0, 0];

/** The people of the firm, when they work and what an hour of theirs costs. */
@Injectable()
export class TeamService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly events: Events,
    private readonly links: PersonLinks,
    private readonly parts: TeamParts,
    private readonly sessions: StaffSessions,
    private readonly effects: Effects,
    private readonly ticks: Ticks,
    private readonly keys: Keys,
    private readonly works: Works,
    private readonly roles: RolesService,
  ) {}

  onModuleInit(): void {
    this.ticks.register('access that ends', (work) => this.endAccess(work));
  }

  /** What the people of the firm are called, by their ids. */
  async names(work: Work): Promise<Map<string, string>> {
    const found = await work.tx.select({ id: members.id, name: members.name }).from(members).where(eq(members.firmId, work.firm.id));
    return new Map(found.map((one) => [one.id, one.name]));
  }

  /** The same, as they are called in lists. */
  async shortNames(work: Work): Promise<Map<string, string>> {
    const found = await work.tx.select({ id: members.id, name: members.shortName }).from(members).where(eq(members.firmId, work.firm.id));
    return new Map(found.map((one) => [one.id, one.name]));
  }

  /** Ids of the people who work here now. */
  async working(work: Work): Promise<Set<string>> {
    const found = await work.tx
      .select({ id: members.id })
      .from(members)
      .where(and(eq(members.firmId, work.firm.id), eq(members.standing, 'active')));
    return new Set(found.map((one) => one.id));
  }

  /** What an hour of each of some people is charged at, on a day. */
  async chargeRates(work: Work, memberIds: string[], on: string): Promise<Money[]> {
    if (memberIds.length === 0) return [];
    const found = await work.tx
      .selectDistinctOn([rates.memberId], { perHour: rates.perHour, currency: rates.currency })
      .from(rates)
      .where(and(inArray(rates.memberId, memberIds), lte(rates.fromDay, on)))
      .orderBy(rates.memberId, desc(rates.fromDay));
    return found.map((rate) => money(rate.perHour, rate.currency));
  }

  /** Lets a person see every client, or only those granted one by one. */
  async setSight(work: Work, memberId: string, allClients: boolean): Promise<void> {
    await work.tx.update(members).set({ allClients }).where(eq(members.id, memberId));
  }

  /** The people of the firm as everybody in it sees them. */
  async list(work: Work): Promise<MemberView[]> {
    const found = await work.tx.select().from(members).where(eq(members.firmId, work.firm.id)).orderBy(members.id);
    const rights = await this.roles.byRole(work);
    return found.map(({ id, name, shortName, role, does, standing }) => ({ id, name, shortName, role, does, standing, rights: rights(role) }));
  }

  /** The team as whoever runs the firm sees it. */
  async people(work: Work): Promise<TeamRow[]> {
    const found = await within(work.tx, () =>
      rows<Omit<TeamRow, 'granted' | 'openTasks' | 'rates' | 'rights'> & { rates: AsFigures<TeamRow['rates'][number]>[] }>(
        work.tx,
        sql`select m.id, m.name, m.short_name as "shortName", m.role, m.does, m.standing, m.all_clients as "allClients", m.weekdays, m.ends_on as "endsOn", p.email, p.second_step_since is not null as "secondStep",
                   (select coalesce(jsonb_agg(jsonb_build_object('id', l.id, 'from', l.from_day, 'until', l.until_day, 'what', l.what) order by l.from_day), '[]') from leave l where l.member_id = m.id and l.until_day >= ${work.today.toString()}) as leave,
                   (select coalesce(jsonb_agg(jsonb_build_object('fromDay', r.from_day, 'perHour', r.per_hour, 'costPerHour', r.cost_per_hour) order by r.from_day desc), '[]') from rates r where r.member_id = m.id) as rates
            from members m join people p on p.id = m.person_id where m.firm_id = ${work.firm.id} order by m.standing in ('suspended', 'left'), m.id`,
      ),
    );
    const [fees, costs] = [may(work.actor, 'see fees'), may(work.actor, 'see cost rates')];
    const [granted, openTasks] = await this.parts.counts(work);
    const counts = (id: string) => ({ granted: granted.get(id) ?? 0, openTasks: openTasks.get(id) ?? 0 });
    const rights = await this.roles.byRole(work);
    return found.map((row) => ({
      ...row,
      ...counts(row.id),
      rights: rights(row.role),
      rates: fees
        ? row.rates.map((rate) => inCurrency(work.firm.currency, { ...rate, costPerHour: costs ? rate.costPerHour : null }, 'perHour', 'costPerHour'))
        : [],
    }));
  }

  /** A person of the firm. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, memberId: string): Promise<Member> {
    const [member] = await work.tx
      .select()
      .from(members)
      .where(and(eq(members.id, memberId), eq(members.firmId, work.firm.id)));
    if (!member) throw Problem.notFound('person');
    return member;
  }

  /** Adds a person to the team and writes an invitation. They see no client until one is granted. */
  async invite(work: Work, input: InviteMember): Promise<string> {
    const email = input.email.toLowerCase();
    const personId = await within(work.tx, async () => {
      await work.tx.insert(people).values({ email }).onConflictDoNothing();
      const [person] = await work.tx.select({ id: people.id }).from(people).where(eq(people.email, email));
      return person!.id;
    });
    const { name, role, does = role, perHour = noMoney(work.firm.currency) } = input;
    const [member] = await work.tx
      .insert(members)
      .values({ firmId: work.firm.id, personId, name, shortName: name.split(/\s+/)[0]!, role, does, weekdays: USUAL_WEEK, standing: 'invited' })
      .onConflictDoNothing()
      .returning({ id: members.id });
    if (!member) throw Problem.invalid([{ field: 'email', message: 'This person is in the team already.' }]);
    await work.tx.insert(rates).values(toColumns(work.firm.currency, { firmId: work.firm.id, memberId: member.id, fromDay: work.today.toString(), perHour }));
    await this.links.invite(work, personId, member.id, name);
    await this.events.record(work, MemberInvited, { what: `invited ${name} as ${role}`, after: { name, email, role }, payload: { memberId: member.id } });
    return member.id;
  }

  /** Writes the invitation again; the earlier link stops working. */
  async inviteAgain(work: Work, memberId: string): Promise<void> {
    const member = await this.get(work, memberId);
    if (member.standing !== 'invited') throw Problem.refused('not-invited', `${member.name} came in already.`);
    await this.links.invite(work, member.personId, memberId, member.name);
    await this.events.record(work, MemberInvited, { what: `invited ${member.name} again`, payload: { memberId } });
  }

  /** Changes role, hours, working week or last day of a person. @throws Problem where the last administrator would be lost */
  async change(work: Work, memberId: string, input: ChangeMember): Promise<void> {
    const member = await this.get(work, memberId);
    if (member.role === 'administrator' && input.role !== 'administrator') await this.mustKeepAdministrator(work, memberId);
    const { role, does = member.does, weekdays, endsOn = null } = input;
    if (endsOn !== null && endsOn !== member.endsOn) {
      if (memberId === work.actor.id) throw Problem.refused('not-oneself', 'You cannot end your own access. Ask another administrator.');
      if (member.role === 'administrator') await this.mustKeepAdministrator(work, memberId);
      if (endsOn < work.today.toString())
        throw Problem.invalid([{ field: 'endsOn', message: 'This day is over. To end it now, suspend the person or record that they left.' }]);
    }
    await work.tx.update(members).set({ role, does, weekdays, endsOn }).where(eq(members.id, memberId));
    const before = { role: member.role, does: member.does, weekdays: member.weekdays, endsOn: member.endsOn };
    const ends = endsOn !== member.endsOn ? (endsOn === null ? ': access has no end any more' : `: access ends after ${fullDate(civil(endsOn))}`) : '';
    await this.events.record(work, MemberChanged, {
      what: `changed ${member.name}${ends}`,
      before,
      after: { role, does, weekdays, endsOn },
      payload: { memberId },
    });
  }

  /** Suspends a person, lets them in again, or records that they left. Sessions end at once; the name stays in the history. */
  async setStanding(work: Work, memberId: string, standing: 'active' | 'suspended' | 'left'): Promise<Member> {
    const member = await this.get(work, memberId);
    if (standing !== 'active') {
      if (memberId === work.actor.id) throw Problem.refused('not-oneself', 'You cannot shut yourself out. Ask another administrator.');
      if (member.role === 'administrator') await this.mustKeepAdministrator(work, memberId);
      await this.sessions.endAll(work.tx, memberId);
      this.sessions.forgetAfter(work);
    }
    await work.tx.update(members).set({ standing }).where(eq(members.id, memberId));
    const words = { active: `restored access for ${member.name}`, suspended: `suspended ${member.name}`, left: `recorded that ${member.name} left` };
    await this.events.record(work, MemberChanged, { what: words[standing], before: { standing: member.standing }, after: { standing }, payload: { memberId } });
    return member;
  }

  private async mustKeepAdministrator(work: Work, memberId: string): Promise<void> {
    const [other] = await work.tx
      .select({ id: members.id })
      .from(members)
      .where(and(eq(members.firmId, work.firm.id), eq(members.role, 'administrator'), eq(members.standing, 'active'), ne(members.id, memberId)));
    if (!other) throw Problem.refused('last-administrator', 'This is the only administrator. Make another person administrator first.');
  }

  /** Tells of an end of access a week before, and shuts the door after it. Run by the tick. */
  private async endAccess(work: Work): Promise<void> {
    const soon = work.today.add({ days: DAYS_BEFORE_THE_END }).toString();
    const ending = await work.tx
      .select()
      .from(members)
      .where(and(eq(members.firmId, work.firm.id), eq(members.standing, 'active'), lte(members.endsOn, soon)));
    for (const member of ending) {
      if (member.endsOn! < work.today.toString()) {
        await this.sessions.endAll(work.tx, member.id);
        this.sessions.forgetAfter(work);
        await work.tx.update(members).set({ standing: 'suspended' }).where(eq(members.id, member.id));
        await this.events.record(work, MemberChanged, { what: `the access of ${member.name} has ended`, payload: { memberId: member.id } });
      } else if (member.warnedOf !== member.endsOn) {
        await this.warnOfTheEnd(work, member);
        await work.tx.update(members).set({ warnedOf: member.endsOn }).where(eq(members.id, member.id));
      }
    }
  }

  /** Writes to a person of the firm, wherever they read their mail. */
  async write(work: Work, memberId: string, subject: string, text: string): Promise<void> {
    const { name, personId } = await this.get(work, memberId);
    await this.effects.plan(work, 'letter', newId(), {
      channel: 'mail',
      toName: name,
      address: await this.addressOf(work, personId),
      subject,
      body: `Dear ${name},\n\n${text}\n\n${work.firm.name}`,
    });
  }

  private addressOf(work: Work, personId: string): Promise<string> {
    return within(work.tx, async () => (await work.tx.select({ email: people.email }).from(people).where(eq(people.id, personId)))[0]!.email);
  }

  /** Writes to the person, and to those who run the firm or grant clients. */
  private async warnOfTheEnd(work: Work, { id, name, endsOn, personId }: Member): Promise<void> {
    const on = fullDate(civil(endsOn!));
    const managers = await work.tx
      .select({ personId: members.personId, name: members.name })
      .from(members)
      .where(and(eq(members.firmId, work.firm.id), eq(members.standing, 'active'), inArray(members.role, ['administrator', 'manager']), ne(members.id, id)));
    const told = [{ personId, name, about: 'Your access' }, ...managers.map((manager) => ({ ...manager, about: `The access of ${name}` }))];
    for (const one of told) {
      const email = await this.addressOf(work, one.personId);
      await this.effects.plan(work, 'letter', newId(), {
        channel: 'mail',
        toName: one.name,
        address: email,
        subject: `${one.about} to ${work.firm.name} ends after ${on}`,
        body: `Dear ${one.name},\n\n${one.about} to ${work.firm.name} in Steady Almanac ends after ${on}. What is still open should be handed over before that day; an administrator can move it.\n\n${work.firm.name}`,
      });
    }
  }

  /** Notes days on which a person does not work. @throws Problem at the field for days that cannot be */
  async addLeave(work: Work, memberId: string, input: AddLeave): Promise<void> {
    const member = await this.get(work, memberId);
    if (input.until < input.from) throw Problem.invalid([{ field: 'until', message: 'The last day is on or after the first.' }]);
    await work.tx.insert(leave).values({ firmId: work.firm.id, memberId, ...input });
    await this.events.record(work, MemberChanged, { what: `recorded leave of ${member.name}: ${input.what}`, after: input, payload: { memberId } });
  }

  /** Takes noted leave away. @throws Problem "not-found" also for one of another firm */
  async removeLeave(work: Work, memberId: string, leaveId: string): Promise<void> {
    const member = await this.get(work, memberId);
    const [removed] = await work.tx
      .delete(leave)
      .where(and(eq(leave.id, leaveId), eq(leave.memberId, memberId)))
      .returning();
    if (!removed) throw Problem.notFound('leave');
    await this.events.record(work, MemberChanged, { what: `removed leave of ${member.name}: ${removed.what}`, before: removed, payload: { memberId } });
  }

  /** Sets what an hour of a person is charged and costs, from a day on. Time recorded before keeps its value. */
  async setRate(work: Work, memberId: string, input: AddRate): Promise<void> {
    const member = await this.get(work, memberId);
    if (!may(work.actor, 'see fees')) throw Problem.notAllowed('see fees');
    if (input.costPerHour !== undefined && !may(work.actor, 'see cost rates')) throw Problem.notAllowed('see cost rates');
    const { currency } = work.firm;
    const { fromDay, perHour, costPerHour = null } = input;
    await work.tx
      .insert(rates)
      .values(toColumns(currency, { firmId: work.firm.id, memberId, fromDay, perHour, costPerHour }))
      // Who may not see what an hour costs does not take it away either.
      .onConflictDoUpdate({
        target: [rates.firmId, rates.memberId, rates.fromDay],
        set: toColumns(currency, { perHour, ...(costPerHour === null ? {} : { costPerHour }) }),
      });
    await this.events.record(work, MemberChanged, {
      what: `set the rate of ${member.name} from ${fullDate(civil(fromDay))}`,
      after: input,
      payload: { memberId },
    });
  }

  /** Founds a firm with its first people. Used at start-up. */
  async found(firm: Omit<NewFirm, 'id' | 'fileKey'>, team: NewMember[]): Promise<{ firmId: string; memberIds: string[] }> {
    const firmId = newId();
    await this.works.found({ ...firm, id: firmId, fileKey: this.keys.forNewFirm() });
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
      const { name, shortName, role, does, weekdays, allClients } = given;
      const [member] = await tx.insert(members).values({ firmId, personId, name, shortName, role, does, weekdays, allClients }).returning({ id: members.id });
      await tx.insert(rates).values(given.rates.map((rate) => toColumns(rate.perHour.currency, { ...rate, firmId, memberId: member!.id })));
      return member!.id;
    });
  }

  /** The charge rate of a person on a day, per hour; zero where none was agreed. */
  async rateOn(work: Work, memberId: string, day: string): Promise<Money> {
    const [rate] = await work.tx
      .select({ perHour: rates.perHour, currency: rates.currency })
      .from(rates)
      .where(and(eq(rates.memberId, memberId), lte(rates.fromDay, day)))
      .orderBy(desc(rates.fromDay))
      .limit(1);
    return rate ? money(rate.perHour, rate.currency) : noMoney(work.firm.currency);
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

  /** Refuses a person who does not see the client: work on it cannot be given to them. */
  async mustSee(work: Work, field: string, memberId: string | null | undefined, clientId: string): Promise<void> {
    if (memberId) await this.colleague(work, field, memberId, clientId);
  }

  /** The name of a person of the firm who sees a client; somebody else is refused at the field. */
  async colleague(work: Work, field: string, memberId: string, clientId: string): Promise<string> {
    const [member] = await work.tx
      .select({ name: members.name, allClients: members.allClients })
      .from(members)
      .where(and(eq(members.id, memberId), eq(members.firmId, work.firm.id)));
    if (!member) throw Problem.invalid([{ field, message: 'Choose a person of the firm.' }]);
    if (!member.allClients && !(await this.parts.isGranted(work, memberId, clientId)))
      throw Problem.invalid([{ field, message: `${member.name} does not see this client. Grant it first, on the client\u2019s page.` }]);
    return member.name;
  }

  /** Whether a person works here now and sees a client. */
  async sees(work: Work, memberId: string, clientId: string): Promise<boolean> {
    const [member] = await work.tx
      .select({ allClients: members.allClients })
      .from(members)
      .where(and(eq(members.id, memberId), eq(members.firmId, work.firm.id), eq(members.standing, 'active')));
    return member !== undefined && (member.allClients || (await this.parts.isGranted(work, memberId, clientId)));
  }

  /** Working patterns and leave of everybody who works here now, for load against capacity. */
  async patterns(work: Work): Promise<{ personId: string; name: string; weekdays: number[]; leave: Set<string> }[]> {
    const found = await work.tx
      .select()
      .from(members)
      .where(and(eq(members.firmId, work.firm.id), eq(members.standing, 'active')))
      .orderBy(members.id);
    const away = await work.tx
      .select()
      .from(leave)
      .where(and(eq(leave.firmId, work.firm.id), gte(leave.until, work.today.subtract({ days: 60 }).toString())));
    return found.map((member) => ({
      personId: member.id,
      name: member.name,
      weekdays: member.weekdays,
      leave: new Set(away.filter((one) => one.memberId === member.id).flatMap((one) => daysBetween(civil(one.from), civil(one.until)))),
    }));
  }

  /** True when no firm was founded yet. */
  async isEmpty(): Promise<boolean> {
    return this.database.transaction({ within: true }, isWithoutFirms, { readOnly: true });
  }
}
