import { type CivilDate, Temporal } from '@steady/core/calendar';
import { shortDate } from '@steady/core/words';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, gt, sql } from 'drizzle-orm';
import type { PortalDoor, PortalYou } from '@steady/contract/requests';
import { Clock } from '../../platform/clock';
import { Database, type Tx, rows } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import {
  type Identity,
  PortalSessions,
  type SecretTable,
  bySecret,
  byItself,
  hashOf,
  newSecret,
  sameHash,
  DoorTries,
  EmailedCodes,
  covered,
  CODES_OF_ONE,
  CODES_SENT,
} from '../../platform/identity';
import { staffActor } from '../team';
import { type Work, Works, staffId } from '../../platform/work';
import { type Contact, ContactChanged, ContactsMerged, ContactsService } from '../clients';
import { deviceName } from './device-name';
import { portalDevices, portalLinks, portalSessions } from './portal.tables';

const LINK_DAYS = 120;
const DEVICE_DAYS = 180;
const SESSION_HOURS = 12;
const LOOK_HOURS = 1;

export const DeviceEnded = eventKind<{ contactId: string }>('device ended', 'portal');
export const LookedAsClient = eventKind<{ contactId: string }>('looked as client', 'portal');

interface Door {
  firmId: string;
  contactId: string;
  leadsTo: string;
}

/** A new address opens the door by itself only after so many days, unless the firm has made sure of it before. */
const NEW_ADDRESS_DAYS = 3;

const notLetIn = (code: string, detail: string, status = 422) => Problem.of(status, code, 'Not let in', detail);
/** The client's way in: a link from a message, a code the first time on a device, one click from then on. */
@Injectable()
export class PortalService extends PortalSessions implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly works: Works,
    private readonly effects: Effects,
    private readonly contacts: ContactsService,
    private readonly events: Events,
    private readonly tries: DoorTries,
    private readonly codes: EmailedCodes,
  ) {
    super();
  }

  onModuleInit(): void {
    const shutOut = async (work: Work, contactId: string) => {
      for (const table of [portalDevices, portalSessions, portalLinks]) await work.tx.delete(table).where(eq(table.contactId, contactId));
    };
    // Whoever reads the old mailbox was let in by it; at the new one everybody begins anew.
    this.events.on(ContactChanged, async (work, { payload: { contactId, newAddress } }) => {
      if (newAddress) await shutOut(work, contactId);
    });
    // The one that stays has the door it had; what opened the other's was sent to another address.
    this.events.on(ContactsMerged, (work, { payload: { from } }) => shutOut(work, from));
  }

  /** Lets a person of the firm see the portal as a contact sees it; recorded. @returns the secret of a session that changes nothing. */
  async look(work: Work, contactId: string, session: string): Promise<string> {
    const contact = await this.contact(work, contactId);
    const { secret, hash } = newSecret();
    await work.tx.insert(portalSessions).values({
      tokenHash: hash,
      firmId: work.firm.id,
      contactId,
      lookedAtBy: staffId(work),
      lookedIn: session,
      expiresAt: work.now.add({ hours: LOOK_HOURS }).toString(),
    });
    const [clientId = null] = await this.contacts.clientsOf(work, contactId);
    await this.events.record(work, LookedAsClient, { what: `looked at the portal as ${contact.name} sees it`, clientId, payload: { contactId } });
    return secret;
  }

  /** Ends a session of the portal, whoever's it was. */
  async leave(token: string): Promise<void> {
    const session = await this.bySecret(portalSessions, token, (found) => Promise.resolve(found));
    if (session)
      await this.works.run(byItself(session.firmId), (work) => work.tx.delete(portalSessions).where(eq(portalSessions.tokenHash, hashOf(token))), {
        evenWhenLow: true,
      });
  }

  /** A link for a message to a contact. @returns the path to put into it. */
  async link(work: Work, contactId: string, leadsTo: string, from = work.now): Promise<string> {
    const { secret, hash } = newSecret();
    await work.tx
      .insert(portalLinks)
      .values({ tokenHash: hash, firmId: work.firm.id, contactId, leadsTo, expiresAt: from.add({ hours: 24 * LINK_DAYS }).toString() });
    return `/portal/door/${secret}`;
  }

  /** What a link says to whoever holds it. @throws Problem for a link that is not known or has run out. */
  async door(token: string, deviceToken: string | null, sessionToken: string | null): Promise<PortalDoor> {
    const door = await this.findDoor(token);
    const identity = sessionToken ? await this.find(sessionToken) : null;
    const inside = identity?.actor.id === door.contactId;
    const known = !inside && deviceToken !== null && (await this.deviceOf(deviceToken))?.contactId === door.contactId;
    return this.works.run(
      byItself(door.firmId),
      async (work) => {
        const contact = await this.contact(work, door.contactId);
        const opensOn = this.opensOn(work, contact.newEmailSince);
        return {
          firm: work.firm.name,
          state: inside ? 'inside' : opensOn !== null ? 'waits' : known ? 'one click' : 'needs code',
          opensOn: opensOn?.toString() ?? null,
          address: covered(contact.email ?? ''),
          name: inside || known ? contact.name : null,
          leadsTo: door.leadsTo,
        };
      },
      { readOnly: true },
    );
  }

  /** Sends a new code to the contact's address; the ones before it stop working. */
  async sendCode(token: string): Promise<void> {
    const door = await this.findDoor(token);
    const opens = await this.tries.take(CODES_SENT, 'codes sent', door.contactId);
    await this.works.run(byItself(door.firmId), async (work) => {
      const contact = await this.contact(work, door.contactId);
      if (!contact.email) throw Problem.notFound('page');
      await this.mustBeConfirmed(work, contact);
      if (opens !== null)
        throw Problem.of(429, 'codes-sent', 'Not sent', `Many codes were sent to you today. Use that of the newest message, or call ${work.firm.name}.`);
      const { id, code } = await this.codes.make(work, contact.id);
      await this.effects.plan(work, 'letter', id, {
        channel: 'mail',
        toName: contact.name,
        address: contact.email,
        ...this.codes.inWords(work, contact.name, code),
      });
    });
  }

  /**
   * Lets in with a code. Tries are counted by the person and the day before they are looked at, from wherever they come.
   * @throws Problem that says how to go on
   */
  async enter(token: string, code: string, userAgent?: string): Promise<{ session: string; device: string; leadsTo: string }> {
    const door = await this.findDoor(token);
    const opens = await this.tries.take(CODES_OF_ONE, 'codes', door.contactId);
    const why = await this.works.run(
      byItself(door.firmId),
      async (work) => {
        await this.mustBeConfirmed(work, await this.contact(work, door.contactId));
        if (opens !== null) return this.shutUntil(work, opens);
        return this.codes.use(work, door.contactId, code);
      },
      { evenWhenLow: true },
    );
    if (why !== null) throw why;
    await this.tries.forgive('codes', door.contactId);
    const device = newSecret();
    await this.works.run(
      byItself(door.firmId),
      (work) =>
        work.tx.insert(portalDevices).values({
          tokenHash: device.hash,
          firmId: door.firmId,
          contactId: door.contactId,
          expiresAt: work.now.add({ hours: 24 * DEVICE_DAYS }).toString(),
          name: deviceName(userAgent),
          at: work.now.toString(),
        }),
      { evenWhenLow: true },
    );
    return { session: await this.begin(door, device.hash), device: device.secret, leadsTo: door.leadsTo };
  }

  private shutUntil(work: Work, opens: Temporal.Instant): Problem {
    const at = opens.toZonedDateTimeISO(work.firm.zone);
    return notLetIn(
      'codes-shut',
      `Codes were tried too often for you. For your safety none opens this before ${shortDate(at.toPlainDate())}, ${at.toPlainTime().toString().slice(0, 5)}. If that was not you, or it is urgent, call ${work.firm.name}.`,
      429,
    );
  }

  /** When a new address opens the door by itself; null when it does now. */
  private opensOn(work: Work, newEmailSince: string | null): CivilDate | null {
    if (newEmailSince === null) return null;
    const on = Temporal.Instant.from(new Date(newEmailSince).toISOString()).toZonedDateTimeISO(work.firm.zone).toPlainDate().add({ days: NEW_ADDRESS_DAYS });
    return Temporal.PlainDate.compare(on, work.today) > 0 ? on : null;
  }

  /** An address that was changed a few days ago opens nothing until somebody has made sure that it is theirs. */
  private async mustBeConfirmed(work: Work, { newEmailSince }: { newEmailSince: string | null }): Promise<void> {
    const on = this.opensOn(work, newEmailSince);
    if (on !== null)
      throw notLetIn(
        'address-new',
        `Your address with us was changed a short while ago. We make sure that it is yours: call ${work.firm.name}, or come back on ${shortDate(on)}.`,
      );
  }

  /** Lets in with one click on a device that was confirmed before. */
  async enterAgain(token: string, deviceToken: string | null): Promise<{ session: string; leadsTo: string }> {
    const door = await this.findDoor(token);
    const device = deviceToken ? await this.deviceOf(deviceToken) : null;
    await this.works.run(byItself(door.firmId), async (work) => this.mustBeConfirmed(work, await this.contact(work, door.contactId)), { readOnly: true });
    if (device?.contactId !== door.contactId) throw Problem.of(422, 'device-not-known', 'Not let in', 'This browser was not confirmed yet. Ask for a code.');
    return { session: await this.begin(door, hashOf(deviceToken!)), leadsTo: door.leadsTo };
  }

  /** The client's person behind a portal cookie; null when the session is over or not known. */
  find(token: string): Promise<Identity | null> {
    return this.bySecret(portalSessions, token, async (session, tx) => {
      const contact = await this.contacts.one(tx, session.contactId);
      if (!contact) return null;
      const { id, name } = contact;
      if (session.lookedAtBy === null) return { firmId: session.firmId, actor: { kind: 'client', id, name } };
      // A look through a client's eyes ends with the session in which it was begun.
      const [begun] = await rows(tx, sql`select 1 from sessions where token_hash = ${session.lookedIn} and expires_at > ${this.clock.now().toString()}`);
      const looker = begun ? await staffActor(tx, session.lookedAtBy, this.clock.now()) : null;
      return looker && { firmId: session.firmId, actor: { kind: 'client', id, name, looker } };
    });
  }

  private bySecret<Table extends SecretTable, Result>(table: Table, secret: string, then: (row: Table['$inferSelect'], tx: Tx) => Promise<Result | null>) {
    return bySecret(this.database, table, secret, this.clock.now().toString(), then);
  }

  private async begin({ firmId, contactId }: Door, deviceHash: string): Promise<string> {
    const { secret, hash } = newSecret();
    await this.works.run(
      byItself(firmId),
      async (work) => {
        const expiresAt = work.now.add({ hours: SESSION_HOURS }).toString();
        await work.tx.insert(portalSessions).values({ tokenHash: hash, firmId, contactId, expiresAt, deviceHash });
        await work.tx.update(portalDevices).set({ lastInAt: work.now.toString() }).where(eq(portalDevices.tokenHash, deviceHash));
        await this.contacts.cameIn(work, contactId);
      },
      { evenWhenLow: true },
    );
    return secret;
  }

  /** The devices on which a person comes in with one click, the one used last on top. @param here the secret of the one they are on */
  async devices(work: Work, contactId: string, here: string | null): Promise<PortalYou['devices']> {
    const { id, name, at, lastInAt, tokenHash } = portalDevices;
    const found = await work.tx
      .select({ id, name, since: at, lastIn: lastInAt, tokenHash })
      .from(portalDevices)
      .where(and(eq(portalDevices.contactId, contactId), gt(portalDevices.expiresAt, work.now.toString())))
      .orderBy(sql`${lastInAt} desc nulls last`, desc(at), id);
    return found.map(({ tokenHash: hash, ...device }) => ({ ...device, here: here !== null && sameHash(hash, hashOf(here)) }));
  }

  /** A device lets nobody in any more, and whoever is in on it is out. */
  async endDevice(work: Work, contactId: string, deviceId: string): Promise<void> {
    const [gone] = await work.tx
      .delete(portalDevices)
      .where(and(eq(portalDevices.id, deviceId), eq(portalDevices.contactId, contactId)))
      .returning({ hash: portalDevices.tokenHash, name: portalDevices.name });
    if (!gone) throw Problem.notFound('device');
    await work.tx.delete(portalSessions).where(eq(portalSessions.deviceHash, gone.hash));
    const [clientId = null] = await this.contacts.clientsOf(work, contactId);
    await this.events.record(work, DeviceEnded, { what: `ended a device, ${gone.name}`, clientId, payload: { contactId } });
  }

  /** What is known of whoever is in. */
  async you(work: Work, contactId: string, here: string | null): Promise<PortalYou> {
    const { email, phone, mobile } = await this.contacts.get(work, contactId);
    return {
      email,
      phones: [phone, mobile].filter((one) => one !== null),
      clients: await this.contacts.actsFor(work, contactId),
      devices: await this.devices(work, contactId, here),
    };
  }

  private async findDoor(token: string): Promise<Door> {
    const link = await this.bySecret(portalLinks, token, (found) => Promise.resolve(found));
    if (!link)
      throw Problem.of(
        404,
        'link-not-known',
        'This link does not work',
        'It may have run out, or part of it is missing. Open it again from the newest message, or write to us.',
      );
    return link;
  }

  private deviceOf(token: string): Promise<{ contactId: string } | null> {
    return this.bySecret(portalDevices, token, (found) => Promise.resolve(found));
  }

  private async contact(work: Work, contactId: string): Promise<Contact & { newEmailSince: string | null }> {
    const contact = await this.contacts.one(work.tx, contactId);
    if (!contact) throw Problem.notFound('page');
    return contact;
  }
}
