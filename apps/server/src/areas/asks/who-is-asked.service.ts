import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { Events } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { TasksService } from '../jobs';
import { AskBook, AskChanged, ENDED, taskOfParty } from './ask-book.service';
import { AskLetters } from './ask-letters';
import { askParties } from './asks.tables';
import type { AskParty } from './kinds';

/** One who is asked: one of the client's people, or a person of the firm. */
export interface WhoIs {
  contactId: string | null;
  memberId: string | null;
  name: string;
}

const isSame = (one: Pick<WhoIs, 'contactId' | 'memberId'>) => (other: Pick<WhoIs, 'contactId' | 'memberId'>) =>
  one.contactId === other.contactId && one.memberId === other.memberId;

/** Who is asked, changed while an ask is open: somebody in the place of another, others after those who know of it. */
@Injectable()
export class WhoIsAsked {
  constructor(
    private readonly events: Events,
    private readonly book: AskBook,
    private readonly letters: AskLetters,
    private readonly tasks: TasksService,
  ) {}

  /**
   * Somebody else is asked in place of one who has not done their part, also of one who refused: they are told where it is their turn.
   * @returns the one who was asked before, as they stood
   * @throws Problem where nothing is wanted of that one any more, or the other is asked already
   */
  async replace(work: Work, partyId: string, person: WhoIs): Promise<AskParty> {
    const { party, ask } = await this.book.holdParty(work, partyId);
    if (party.state === 'done') throw Problem.refused('done-already', `${party.name} has done it already.`);
    if (ENDED.includes(ask.state) || ask.released) throw Problem.refused('ask-ended', `It is ${ask.released ? 'over' : ask.state} and stays as it is.`);
    if ((await this.book.partiesOf(work, ask.id)).some(isSame(person)))
      throw Problem.invalid([{ field: 'contactId', message: `${person.name} is asked already. Choose somebody else.` }]);
    // What was written to them and waits to go out is not sent; of somebody whose turn has not come nothing waits but the letter of another.
    if (party.state !== 'ahead' && party.memberId === null) await this.book.dropLetters(work, ask, party.contactId);
    await this.tasks.settle(work, ask.jobId, taskOfParty(party.id), true);
    await this.book.setParty(work, party.id, { ...person, state: 'ahead', turnSince: null, doneAt: null, reason: null });
    const written = await this.letters.passTurn(work, ask);
    await this.events.record(work, AskChanged, {
      what: `asks ${person.name} in place of ${party.name}, ${ask.title}${written > 0 ? '; wrote to them' : ''}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId: ask.id },
    });
    await this.book.reckon(work, ask.id);
    return party;
  }

  /**
   * Says anew who is asked after those who know of it, in order. Whoever is not among them any more was never told, and is not asked.
   * @param leave lets go of what hangs on one who is left out, before they are
   * @returns all who are asked now
   */
  async changeAhead(
    work: Work,
    askId: string,
    later: readonly (WhoIs & { isTogether: boolean })[],
    leave: (party: AskParty) => Promise<void>,
  ): Promise<AskParty[]> {
    const ask = await this.book.hold(work, askId);
    if (ENDED.includes(ask.state) || ask.state === 'refused' || ask.released)
      throw Problem.refused('ask-ended', `It is ${ask.released ? 'over' : ask.state} and stays as it is.`);
    const parties = await this.book.partiesOf(work, askId);
    const [known, ahead] = [parties.filter(({ state }) => state !== 'ahead'), parties.filter(({ state }) => state === 'ahead')];
    const twice = later.find((one) => known.some(isSame(one)));
    if (twice) throw Problem.invalid([{ field: 'signerIds', message: `${twice.name} is asked already, and stays where they stand.` }]);
    if (known.length + later.length === 0) throw Problem.invalid([{ field: 'signerIds', message: 'Choose who is asked.' }]);
    for (const party of ahead.filter((party) => !later.some(isSame(party)))) {
      await leave(party);
      await work.tx.delete(askParties).where(eq(askParties.id, party.id));
    }
    let position = Math.max(-1, ...known.map((party) => party.position));
    for (const [at, { isTogether, ...who }] of later.entries()) {
      if (!isTogether || (at === 0 && known.length === 0)) position += 1;
      const there = ahead.find(isSame(who));
      if (there) await this.book.setParty(work, there.id, { position });
      else await work.tx.insert(askParties).values({ firmId: work.firm.id, askId, ...who, position, state: 'ahead' });
    }
    if (ask.state !== 'planned') await this.letters.passTurn(work, ask);
    await this.events.record(work, AskChanged, {
      what: `changed who is asked, ${ask.title}: ${[...known, ...later].map(({ name }) => name).join(', ')}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      before: parties.map(({ name }) => name),
      after: [...known, ...later].map(({ name }) => name),
      payload: { askId },
    });
    await this.book.reckon(work, askId);
    return this.book.partiesOf(work, askId);
  }
}
