import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import type { PortalDoor } from '@steady/contract/requests';
import { Clock } from '../../platform/clock';
import { Database, type Tx } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Identity, PortalSessions, type SecretTable, bySecret, byItself, hashOf, newCode, newSecret, sameHash, staffActor } from '../../platform/identity';
import { type Work, Works, staffId } from '../../platform/work';
import { type Contact, ContactChanged, ContactsService } from '../clients';
import { portalCodes, portalDevices, portalLinks, portalSessions } from './portal.tables';

export const CODE_MINUTES = 15;
export const CODE_TRIES = 5;
const LINK_DAYS = 120;
const DEVICE_DAYS = 180;
const SESSION_HOURS = 12;
const LOOK_HOURS = 1;

export const LookedAsClient = eventKind<{ contactId: string }>('looked as client');

interface Door {
  firmId: string;
  contactId: string;
  leadsTo: string;
}

/** Shows enough of an address to recognise one's own. */
const covered = (address: string) => address.replace(/^(.)[^@]*/, '$1\u2022\u2022\u2022');

const REFUSED = Problem.of(422, 'code-refused', 'Not let in', 'This code is not right, was used already, or is older than 15 minutes. Ask for a new one.');

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
  ) {
    super();
  }

  onModuleInit(): void {
    // Whoever reads the old mailbox was let in by it; at the new one everybody begins anew.
    this.events.on(ContactChanged, async (work, { payload: { contactId, newAddress } }) => {
      if (!newAddress) return;
      for (const table of [portalDevices, portalSessions, portalLinks]) await work.tx.delete(table).where(eq(table.contactId, contactId));
    });
  }

  /** Lets a person of the firm see the portal as a contact sees it; recorded. @returns the secret of a session that changes nothing. */
  async look(work: Work, contactId: string): Promise<string> {
    const contact = await this.contact(work, contactId);
    const { secret, hash } = newSecret();
    await work.tx.insert(portalSessions).values({
      tokenHash: hash,
      firmId: work.firm.id,
      contactId,
      lookedAtBy: staffId(work),
      expiresAt: work.now.add({ hours: LOOK_HOURS }).toString(),
    });
    const [clientId = null] = await this.contacts.clientsOf(work, contactId);
    await this.events.record(work, LookedAsClient, { what: `looked at the portal as ${contact.name} sees it`, clientId, payload: { contactId } });
    return secret;
  }

  /** Ends a session of the portal, whoever's it was. */
  async leave(token: string): Promise<void> {
    const session = await this.bySecret(portalSessions, token, (found) => Promise.resolve(found));
    if (session) await this.works.run(byItself(session.firmId), (work) => work.tx.delete(portalSessions).where(eq(portalSessions.tokenHash, hashOf(token))));
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
        return {
          firm: work.firm.name,
          state: inside ? 'inside' : known ? 'one click' : 'needs code',
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
    await this.works.run(byItself(door.firmId), async (work) => {
      const contact = await this.contact(work, door.contactId);
      if (!contact.email) throw Problem.notFound('page');
      const code = newCode();
      const now = work.now.toString();
      await work.tx
        .update(portalCodes)
        .set({ usedAt: now })
        .where(and(eq(portalCodes.contactId, contact.id), isNull(portalCodes.usedAt)));
      const [saved] = await work.tx
        .insert(portalCodes)
        .values({
          firmId: door.firmId,
          contactId: contact.id,
          codeHash: hashOf(`${contact.id}:${code}`),
          expiresAt: work.now.add({ minutes: CODE_MINUTES }).toString(),
        })
        .returning({ id: portalCodes.id });
      await this.effects.plan(work, 'letter', saved!.id, {
        channel: 'mail',
        toName: contact.name,
        address: contact.email,
        subject: `Your code for ${work.firm.name}: ${code}`,
        body: `Dear ${contact.name},\n\nYour code is ${code}. It works once, within ${CODE_MINUTES} minutes.\n\nIf you did not ask for it, nothing has to be done.\n\n${work.firm.name}`,
      });
    });
  }

  /** Lets in with a code. A try is counted even when it is refused. @throws Problem "code-refused". */
  async enter(token: string, code: string): Promise<{ session: string; device: string; leadsTo: string }> {
    const door = await this.findDoor(token);
    const right = await this.works.run(byItself(door.firmId), async (work) => {
      const [kept] = await work.tx
        .select()
        .from(portalCodes)
        .where(and(eq(portalCodes.contactId, door.contactId), isNull(portalCodes.usedAt), gt(portalCodes.expiresAt, work.now.toString())))
        .orderBy(desc(portalCodes.id))
        .limit(1)
        .for('update');
      if (!kept || kept.tries >= CODE_TRIES) return false;
      const same = sameHash(kept.codeHash, hashOf(`${door.contactId}:${code.replace(/\s/g, '')}`));
      await work.tx
        .update(portalCodes)
        .set({ tries: sql`tries + 1`, usedAt: same ? work.now.toString() : null })
        .where(eq(portalCodes.id, kept.id));
      return same;
    });
    if (!right) throw REFUSED;
    const device = newSecret();
    await this.works.run(byItself(door.firmId), (work) =>
      work.tx
        .insert(portalDevices)
        .values({ tokenHash: device.hash, firmId: door.firmId, contactId: door.contactId, expiresAt: work.now.add({ hours: 24 * DEVICE_DAYS }).toString() }),
    );
    return { session: await this.begin(door), device: device.secret, leadsTo: door.leadsTo };
  }

  /** Lets in with one click on a device that was confirmed before. */
  async enterAgain(token: string, deviceToken: string | null): Promise<{ session: string; leadsTo: string }> {
    const door = await this.findDoor(token);
    const device = deviceToken ? await this.deviceOf(deviceToken) : null;
    if (device?.contactId !== door.contactId) throw Problem.of(422, 'device-not-known', 'Not let in', 'This browser was not confirmed yet. Ask for a code.');
    return { session: await this.begin(door), leadsTo: door.leadsTo };
  }

  find(token: string): Promise<Identity | null> {
    return this.bySecret(portalSessions, token, async (session, tx) => {
      const contact = await this.contacts.one(tx, session.contactId);
      if (!contact) return null;
      const { id, name } = contact;
      if (session.lookedAtBy === null) return { firmId: session.firmId, actor: { kind: 'client', id, name } };
      const looker = await staffActor(tx, session.lookedAtBy);
      return looker && { firmId: session.firmId, actor: { kind: 'client', id, name, looker } };
    });
  }

  private bySecret<Table extends SecretTable, Result>(table: Table, secret: string, then: (row: Table['$inferSelect'], tx: Tx) => Promise<Result | null>) {
    return bySecret(this.database, table, secret, this.clock.now().toString(), then);
  }

  private async begin(door: Door): Promise<string> {
    const { secret, hash } = newSecret();
    await this.works.run(byItself(door.firmId), (work) =>
      work.tx
        .insert(portalSessions)
        .values({ tokenHash: hash, firmId: door.firmId, contactId: door.contactId, expiresAt: work.now.add({ hours: SESSION_HOURS }).toString() }),
    );
    return secret;
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

  private async contact(work: Work, contactId: string): Promise<Contact> {
    const contact = await this.contacts.one(work.tx, contactId);
    if (!contact) throw Problem.notFound('page');
    return contact;
  }
}
