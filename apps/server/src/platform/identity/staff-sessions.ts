import { Injectable } from '@nestjs/common';
import { and, eq, ne, sql } from 'drizzle-orm';
import { rightsOf } from '@steady/core/access';
import { Clock } from '../clock';
import { Database, type Tx } from '../database';
import type { Identity, StaffActor } from './actor';
import { bySecret } from './by-secret';
import { hashOf, newSecret } from './secrets';
import { firms, members, roleRights, sessions } from './tables';

export const SESSION_DAYS = 14;

/** A person of a firm as the one who acts, with what the role may do and which clients are seen; null when the person may not come in. */
export async function staffActor(tx: Tx, memberId: string): Promise<StaffActor | null> {
  const [found] = await tx
    .select({ member: members, asSet: roleRights.rights, ownClientId: firms.ownClientId })
    .from(members)
    .innerJoin(firms, eq(firms.id, members.firmId))
    .leftJoin(roleRights, and(eq(roleRights.firmId, members.firmId), eq(roleRights.role, members.role)))
    .where(and(eq(members.id, memberId), eq(members.standing, 'active')));
  if (!found) return null;
  const { id, name, shortName, role, allClients } = found.member;
  const rights = rightsOf(role, found.asSet);
  return { kind: 'staff', id, name, shortName, role, rights, allClients, hiddenClient: rights.includes('see own firm') ? null : found.ownClientId };
}

/** Sessions of people of the firm, kept by the hash of their token. */
@Injectable()
export class StaffSessions {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async begin(firmId: string, memberId: string, device = 'a browser'): Promise<string> {
    const { secret, hash } = newSecret();
    const now = this.clock.now();
    const expiresAt = now.add({ hours: 24 * SESSION_DAYS }).toString();
    await this.database.transaction({ firmId }, (tx) =>
      tx.insert(sessions).values({ tokenHash: hash, firmId, memberId, expiresAt, since: now.toString(), device }),
    );
    return secret;
  }

  find(token: string): Promise<Identity | null> {
    return bySecret(this.database, sessions, token, this.clock.now().toString(), async (session, tx) => {
      const actor = await staffActor(tx, session.memberId);
      return actor && { firmId: session.firmId, actor };
    });
  }

  async end(token: string): Promise<void> {
    const tokenHash = hashOf(token);
    const [session] = await this.database.transaction({ secret: tokenHash }, (tx) => tx.select().from(sessions).where(eq(sessions.tokenHash, tokenHash)), {
      readOnly: true,
    });
    if (session) await this.database.transaction({ firmId: session.firmId }, (tx) => tx.delete(sessions).where(eq(sessions.tokenHash, tokenHash)));
  }

  /** Ends all sessions of a person in a firm, or all but the one whose token is given. */
  async endAll(tx: Tx, memberId: string, but: string | null = null): Promise<void> {
    await tx.delete(sessions).where(and(eq(sessions.memberId, memberId), but === null ? sql`true` : ne(sessions.tokenHash, hashOf(but))));
  }
}
