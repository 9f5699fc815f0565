import { Injectable } from '@nestjs/common';
import { and, eq, gt, sql } from 'drizzle-orm';
import { Clock } from '../clock';
import { Database } from '../database';
import type { Identity } from './actor';
import { hashOf, newSecret } from './secrets';
import { members, sessions } from './tables';

export const SESSION_DAYS = 14;

/** Sessions of people of the firm, kept by the hash of their token. */
@Injectable()
export class StaffSessions {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async begin(firmId: string, memberId: string): Promise<string> {
    const { secret, hash } = newSecret();
    const expiresAt = this.clock
      .now()
      .add({ hours: 24 * SESSION_DAYS })
      .toString();
    await this.database.transaction({ firmId }, (tx) => tx.insert(sessions).values({ tokenHash: hash, firmId, memberId, expiresAt }));
    return secret;
  }

  async find(token: string): Promise<Identity | null> {
    const tokenHash = hashOf(token);
    return this.database.transaction(
      { secret: tokenHash },
      async (tx) => {
        const [session] = await tx
          .select()
          .from(sessions)
          .where(and(eq(sessions.tokenHash, tokenHash), gt(sessions.expiresAt, this.clock.now().toString())));
        if (!session) return null;
        await tx.execute(sql`select set_config('app.firm_id', ${session.firmId}, true)`);
        const [member] = await tx.select().from(members).where(eq(members.id, session.memberId));
        if (!member) return null;
        const { id, name, shortName, role } = member;
        return { firmId: session.firmId, actor: { kind: 'staff', id, name, shortName, role } };
      },
      { readOnly: true },
    );
  }

  async end(token: string): Promise<void> {
    const tokenHash = hashOf(token);
    const [session] = await this.database.transaction({ secret: tokenHash }, (tx) => tx.select().from(sessions).where(eq(sessions.tokenHash, tokenHash)), {
      readOnly: true,
    });
    if (session) await this.database.transaction({ firmId: session.firmId }, (tx) => tx.delete(sessions).where(eq(sessions.tokenHash, tokenHash)));
  }
}
