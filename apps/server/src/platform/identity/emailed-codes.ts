import { Injectable } from '@nestjs/common';
import { and, desc, eq, gt, sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import { Problem } from '../http/problem';
import type { Work } from '../work';
import { hashOf, newCode, sameHash } from './secrets';
import { emailedCodes } from './tables';

export const CODE_MINUTES = 15;
export const CODE_TRIES = 5;

const notLetIn = (code: string, detail: string, status = 422) => Problem.of(status, code, 'Not let in', detail);
/** Why a code does not let in. Whoever has the right one is never told that it is wrong. */
const WHY_NOT = {
  wrong: (left: number) =>
    notLetIn('code-wrong', `This code is not right. Look at the newest message; ${left === 1 ? 'one try is left' : `${left} tries are left`}.`),
  spent: () => notLetIn('code-locked', 'A wrong code was typed too often: this one opens nothing any more. Have another one sent.'),
  used: () => notLetIn('code-used', 'This code was used already. Have another one sent.'),
  expired: () => notLetIn('code-expired', `This code is older than ${CODE_MINUTES} minutes. Have another one sent.`),
  replaced: () => notLetIn('code-replaced', 'This is the code of an earlier message. Use the one of the newest message.'),
} as const;

/** Shows enough of an address to recognise one’s own. */
export const covered = (address: string): string => address.replace(/^(.)[^@]*/, '$1•••');

const shapeOf = (of: string, code: string) => hashOf(`${of}:${code.replace(/\s/g, '')}`);

/** Codes that are sent to an address to learn whether it is theirs who gave it; each for one person, or one thing that waits for it. */
@Injectable()
export class EmailedCodes {
  /** A new one; those before it stop working. @param of whom or what it is for */
  async make(work: Work, of: string): Promise<{ id: string; code: string }> {
    const code = newCode();
    const [saved] = await work.tx
      .insert(emailedCodes)
      .values({ firmId: work.firm.id, of, codeHash: shapeOf(of, code), expiresAt: work.now.add({ minutes: CODE_MINUTES }).toString() })
      .returning({ id: emailedCodes.id });
    return { id: saved!.id, code };
  }

  /** What stands in the message that brings it. */
  inWords({ firm }: Work, name: string, code: string): { subject: string; body: string } {
    return {
      subject: `Your code for ${firm.name}: ${code}`,
      body: `Dear ${name},\n\nYour code is ${code}. It works once, within ${CODE_MINUTES} minutes.\n\nIf you did not ask for it, nothing has to be done.\n\n${firm.name}`,
    };
  }

  /** @returns why a code does not let in; null where it does, and is used up by it */
  async use(work: Work, of: string, code: string): Promise<Problem | null> {
    const codeHash = shapeOf(of, code);
    const [newest, ...earlier] = await work.tx
      .select()
      .from(emailedCodes)
      .where(and(eq(emailedCodes.of, of), gt(emailedCodes.expiresAt, work.now.subtract({ hours: 24 }).toString())))
      .orderBy(desc(emailedCodes.id))
      .for('update');
    if (!newest) return WHY_NOT.expired();
    const newestIs = eq(emailedCodes.id, newest.id);
    if (!sameHash(newest.codeHash, codeHash)) {
      if (earlier.some((one) => sameHash(one.codeHash, codeHash))) return WHY_NOT.replaced();
      await work.tx
        .update(emailedCodes)
        .set({ tries: sql`tries + 1` })
        .where(newestIs);
      const left = CODE_TRIES - newest.tries - 1;
      return left > 0 ? WHY_NOT.wrong(left) : WHY_NOT.spent();
    }
    if (newest.usedAt !== null) return WHY_NOT.used();
    if (Temporal.Instant.compare(Temporal.Instant.from(new Date(newest.expiresAt).toISOString()), work.now) <= 0) return WHY_NOT.expired();
    if (newest.tries >= CODE_TRIES) return WHY_NOT.spent();
    await work.tx.update(emailedCodes).set({ usedAt: work.now.toString() }).where(newestIs);
    return null;
  }

  /** Nothing stays of those that were sent. */
  async forget(work: Work, of: string): Promise<void> {
    await work.tx.delete(emailedCodes).where(eq(emailedCodes.of, of));
  }
}
