import { Injectable, type OnModuleInit } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { SIGNATURE } from '@steady/core/procedures';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import { Ticks } from '../../platform/background/ticks';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { type Ask, AskWithdrawn, AsksService } from '../asks';
import { SignatureQueries } from './signatures.queries';
import { SignersTold } from './signers-told.service';
import { signatureDocuments } from './signatures.tables';

/** A signature that is not needed any more: withdrawn, or run out. Whoever was asked or has signed is told. */
@Injectable()
export class NotNeeded implements OnModuleInit {
  constructor(
    private readonly ticks: Ticks,
    private readonly events: Events,
    private readonly asks: AsksService,
    private readonly signers: SignersTold,
    private readonly queries: SignatureQueries,
  ) {}

  onModuleInit(): void {
    this.events.on(AskWithdrawn, async (work, { payload: { askId } }) => {
      const { ask, parties } = await this.asks.withParties(work, askId);
      if (ask.kind !== SIGNATURE || ask.released || work.actor.kind !== 'staff') return;
      const knew = parties.filter((party) => party.state === 'asked' || party.state === 'done');
      await this.tell(work, ask, knew, `It was withdrawn: ${ask.reason}`);
    });
    this.ticks.registerEach(
      'signatures that run out',
      (work) => this.queries.runOut(work),
      async (work, ids) => {
        for (const id of ids) await this.expire(work, id);
      },
    );
  }

  private async expire(work: Work, askId: string): Promise<void> {
    const { ask, parties } = await this.asks.withParties(work, askId);
    const [about] = await work.tx.select({ on: signatureDocuments.expiresOn }).from(signatureDocuments).where(eq(signatureDocuments.askId, askId));
    const words = `It could be signed until ${fullDate(civil(about!.on!))}.`;
    await this.asks.expire(work, askId, words);
    await this.tell(
      work,
      ask,
      parties.filter((party) => party.state === 'asked' || party.state === 'done'),
      words,
    );
  }

  /** Tells these people, as far as they can be written to. @param why a sentence */
  tell(work: Work, ask: Ask, parties: readonly { contactId: string | null }[], why: string): Promise<void> {
    return this.signers.write(work, ask, parties, {
      subject: 'no signature needed any more',
      says: (client) => [`“${ask.title}”, for ${client}, needs no signature of yours any more. ${why}`, 'There is nothing for you to do.'],
      leadsTo: '/portal',
      linkWords: 'See what is asked of you',
    });
  }
}
