import { Injectable } from '@nestjs/common';
import { eq, inArray, sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import { coveredNumber } from '@steady/core/signing';
import { type Letter, PostRoom } from '../../outside/post';
import { Effects } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { CODE_MINUTES, EmailedCodes } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { textCodes } from './signatures.tables';

/** For how long a code that was typed confirms who signs, in minutes. */
const HOLDS = 60;
/** So many go to one number for one document. */
const MOST_SENT = 10;

type Row = typeof textCodes.$inferSelect;

/** Codes that go to a signer's telephone, besides the one with which they came into the portal. */
@Injectable()
export class CodesByText {
  constructor(
    private readonly effects: Effects,
    private readonly codes: EmailedCodes,
    private readonly post: PostRoom,
  ) {}

  /** @throws Problem where no text messages go out */
  mustGoOut(numbers: readonly string[], field: string): void {
    if (numbers.length > 0 && !this.post.takesTexts)
      throw Problem.invalid([{ field, message: 'No text messages go out yet: a service for them has to be set up first. Leave the number empty.' }]);
  }

  /** Where the code of one who signs goes from now on; without a number none is asked for. */
  async set(work: Work, partyId: string, number: string | null): Promise<void> {
    await this.codes.forget(work, partyId);
    if (number === null) await work.tx.delete(textCodes).where(eq(textCodes.partyId, partyId));
    else
      await work.tx
        .insert(textCodes)
        .values({ firmId: work.firm.id, partyId, number })
        .onConflictDoUpdate({ target: textCodes.partyId, set: { number, sent: 0, sentAt: null, confirmedAt: null } });
  }

  async of(work: Work, partyIds: readonly string[]): Promise<Row[]> {
    return partyIds.length === 0
      ? []
      : work.tx
          .select()
          .from(textCodes)
          .where(inArray(textCodes.partyId, [...partyIds]));
  }

  private async held(work: Work, partyId: string): Promise<Row> {
    const [row] = await work.tx.select().from(textCodes).where(eq(textCodes.partyId, partyId)).for('update');
    if (!row) throw Problem.refused('no-code', 'No code is asked for here. Sign as it is.');
    return row;
  }

  /** Sends a new one; those before it stop working. */
  async send(work: Work, partyId: string, name: string): Promise<void> {
    const row = await this.held(work, partyId);
    if (row.sent >= MOST_SENT)
      throw Problem.of(429, 'codes-sent', 'Not sent', `Many codes were sent to this number. Use that of the newest message, or call ${work.firm.name}.`);
    const { id, code } = await this.codes.make(work, partyId);
    const letter: Letter = {
      channel: 'text',
      toName: name,
      address: row.number,
      subject: `Your code to sign: ${code}`,
      body: `${code} is your code to sign for ${work.firm.shortName}. It works once, within ${CODE_MINUTES} minutes.`,
    };
    await this.effects.plan(work, 'letter', id, letter);
    await work.tx
      .update(textCodes)
      .set({ sent: sql`sent + 1`, sentAt: work.now.toString(), confirmedAt: null })
      .where(eq(textCodes.id, row.id));
  }

  /** Looks at a code that was typed. A wrong one counts as tried. @returns why it is not right; null where it is */
  async type(work: Work, partyId: string, code: string): Promise<string | null> {
    const row = await this.held(work, partyId);
    const why = await this.codes.use(work, partyId, code);
    if (why !== null) return why.detail;
    await work.tx.update(textCodes).set({ confirmedAt: work.now.toString() }).where(eq(textCodes.id, row.id));
    return null;
  }

  isConfirmed({ now }: Work, { confirmedAt }: Pick<Row, 'confirmedAt'>): boolean {
    if (confirmedAt === null) return false;
    return Temporal.Instant.compare(Temporal.Instant.from(new Date(confirmedAt).toISOString()).add({ minutes: HOLDS }), now) > 0;
  }

  /** @returns the end of the number that confirmed them; null where no code was asked for @throws Problem where one is and was not typed */
  async mustBeConfirmed(work: Work, partyId: string): Promise<string | null> {
    const [row] = await this.of(work, [partyId]);
    if (!row) return null;
    if (!this.isConfirmed(work, row))
      throw Problem.refused(
        'code-wanted',
        `Type the code that goes by text message to ${coveredNumber(row.number)} first. One that was typed holds for an hour.`,
      );
    return coveredNumber(row.number);
  }
}
