import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { addressFrom } from '@steady/core/arrivals';
import type { ChooseDropOffAddress, DropOffView, KeepDropOff } from '@steady/contract/arrivals';
import { Clock } from '../../platform/clock';
import { Database, sqlState } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { bySecret, byItself, hashOf } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { TeamService } from '../team';
import { dropOffPages, dropOffReceivers } from './arrivals.tables';

export const DropOffChanged = eventKind<object>('drop-off page changed', 'arrivals');

type DropOffPage = typeof dropOffPages.$inferSelect;

const secretOf = (address: string) => `drop-off ${address}`;
const welcomeOf = (firm: string) =>
  `Here you can leave papers for ${firm}, or write to us, also if you are not our client yet. We confirm your address with a code, and answer on a working day.`;

const notThere = () => Problem.of(404, 'page-not-known', 'There is no such page', 'Look at the address again, or ask whoever gave it to you.');

/** The public page of a firm: where it is, what it says, who takes what is left there. */
@Injectable()
export class DropOffService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly works: Works,
    private readonly events: Events,
    private readonly team: TeamService,
  ) {}

  /** As it is kept, or as it is before anybody has set it up. */
  async of(work: Work): Promise<DropOffPage> {
    const [found] = await work.tx.select().from(dropOffPages).where(eq(dropOffPages.firmId, work.firm.id));
    const { id: firmId, name } = work.firm;
    return found ?? { firmId, version: 1, address: null, tokenHash: null, isOn: false, welcome: welcomeOf(name), hours: null, shutUntil: null };
  }

  /** Who takes what is left there and works here now. */
  async receivers(work: Work): Promise<string[]> {
    const named = await work.tx.select({ id: dropOffReceivers.memberId }).from(dropOffReceivers).where(eq(dropOffReceivers.firmId, work.firm.id));
    const there = new Set((await this.members(work)).map(({ id }) => id));
    return named.map(({ id }) => id).filter((id) => there.has(id));
  }

  /** Those of the firm who can take it. */
  async members(work: Work): Promise<{ id: string; name: string }[]> {
    return (await this.team.list(work)).flatMap(({ id, name, standing, rights }) =>
      standing === 'active' && rights.includes('do work') ? [{ id, name }] : [],
    );
  }

  async view(work: Work): Promise<DropOffView> {
    const { version, address, isOn, welcome, hours, shutUntil } = await this.of(work);
    const members = await this.members(work);
    const isShut = shutUntil !== null && new Date(shutUntil) > new Date(work.now.epochMilliseconds);
    return {
      version,
      address,
      suggested: addressFrom(work.firm.shortName) || addressFrom(work.firm.name),
      isOn,
      welcome,
      hours,
      memberIds: await this.receivers(work),
      members,
      shutUntil: isShut ? shutUntil : null,
    };
  }

  /** @throws Problem where somebody else changed it since, where it has no address yet and is to be on, or for people who do not work here */
  async keep(work: Work, { version, isOn, welcome, hours: typed, memberIds }: KeepDropOff): Promise<void> {
    const hours = typed ?? null;
    const before = await this.hold(work);
    if (before.version !== version) throw Problem.stale('drop-off page', work.firm.id);
    if (isOn && before.address === null) throw Problem.invalid([{ field: 'isOn', message: 'Choose its address first.' }]);
    const there = new Set((await this.members(work)).map(({ id }) => id));
    if (!memberIds.every((id) => there.has(id))) throw Problem.invalid([{ field: 'memberIds', message: 'Choose people who work here.' }]);
    const was = await this.receivers(work);
    await work.tx
      .update(dropOffPages)
      .set({ isOn, welcome, hours, version: version + 1 })
      .where(eq(dropOffPages.firmId, work.firm.id));
    await work.tx.delete(dropOffReceivers).where(eq(dropOffReceivers.firmId, work.firm.id));
    await work.tx.insert(dropOffReceivers).values([...new Set(memberIds)].map((memberId) => ({ firmId: work.firm.id, memberId })));
    const names = await this.team.names(work);
    const said = (page: Pick<DropOffPage, 'isOn' | 'welcome' | 'hours'>, ids: readonly string[]) => ({
      'is on': page.isOn,
      welcome: page.welcome,
      hours: page.hours,
      'taken by': ids.map((id) => names.get(id) ?? '').sort(),
    });
    await this.say(work, 'changed the drop-off page', said(before, was), said({ isOn, welcome, hours }, memberIds));
  }

  /** Gives the page its address. It stays: it is printed, and linked to from elsewhere. @throws Problem where it has one, or another firm has this one */
  async choose(work: Work, { address }: ChooseDropOffAddress): Promise<void> {
    const page = await this.hold(work);
    if (page.address !== null) throw Problem.refused('address-chosen', `The page has its address, ${page.address}, and keeps it.`);
    try {
      await work.tx
        .update(dropOffPages)
        .set({ address, tokenHash: hashOf(secretOf(address)), version: page.version + 1 })
        .where(eq(dropOffPages.firmId, work.firm.id));
    } catch (error) {
      // Other firms' pages are not there to be looked at.
      if (sqlState(error) !== '23505') throw error;
      throw Problem.invalid([{ field: 'address', message: 'This address is taken. Choose another.' }]);
    }
    await this.say(work, `gave the drop-off page the address ${address}`, null, { address });
  }

  /** It takes nothing until then, because too much came at once. */
  async shut(work: Work, until: string): Promise<void> {
    await work.tx.update(dropOffPages).set({ shutUntil: until }).where(eq(dropOffPages.firmId, work.firm.id));
    await this.say(work, 'shut the drop-off page for a while: too much came at once', null, { until });
  }

  /** The firm behind an address. @throws Problem "page-not-known" */
  async firmAt(address: string): Promise<string> {
    const found = await bySecret(this.database, dropOffPages, secretOf(address), this.clock.now().toString(), (row) => Promise.resolve(row.firmId));
    if (found === null) throw notThere();
    return found;
  }

  /** Does something for whoever stands at the page; by the application, for nobody has signed in. */
  in<T>(firmId: string, act: (work: Work, page: DropOffPage) => Promise<T>): Promise<T> {
    return this.works.run(byItself(firmId), async (work) => act(work, await this.of(work)));
  }

  /** The same, where nothing is written. */
  look<T>(firmId: string, at: (work: Work, page: DropOffPage) => T | Promise<T>): Promise<T> {
    return this.works.run(byItself(firmId), async (work) => at(work, await this.of(work)), { readOnly: true });
  }

  private async hold(work: Work): Promise<DropOffPage> {
    await work.tx
      .insert(dropOffPages)
      .values({ firmId: work.firm.id, welcome: welcomeOf(work.firm.name) })
      .onConflictDoNothing();
    const [found] = await work.tx.select().from(dropOffPages).where(eq(dropOffPages.firmId, work.firm.id)).for('update');
    return found!;
  }

  private async say(work: Work, what: string, before: unknown, after: unknown): Promise<void> {
    await this.events.record(work, DropOffChanged, { what, before, after, payload: {} });
  }
}
