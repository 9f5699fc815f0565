import { Injectable } from '@nestjs/common';
import { turnsOf } from '@steady/core/asks';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type ContactOfClient, ContactsService } from '../clients';
import { AskBook } from './ask-book.service';
import type { Ask, AskParty } from './kinds';

/** One who is asked, and what. */
export interface Turn {
  party: AskParty;
  ask: Ask;
}

interface OfKind {
  kind: string;
  /** What it says to whoever has done it already. */
  done: { code: string; words: string };
  /** What it says to whoever comes after somebody. */
  waits: string;
}

/** Those who sign for a client and are asked one after the other: who may be asked, what is theirs, and whose turn it is. */
@Injectable()
export class PeopleWhoSign {
  constructor(
    private readonly book: AskBook,
    private readonly contacts: ContactsService,
  ) {}

  /** Those chosen, in order. @param field where they were chosen @throws Problem when one of them has no say in signing for the client */
  async chosen(work: Work, clientId: string, ids: string[], field: string): Promise<ContactOfClient[]> {
    const sign = await this.contacts.of(work, clientId, 'signs');
    return ids.map((id) => {
      const person = sign.find((one) => one.id === id);
      if (!person) throw Problem.invalid([{ field, message: 'Choose people who sign for this client. Who does is set on the client’s page.' }]);
      return person;
    });
  }

  /** What the person in the portal is asked, or was, or the person of the firm who signs. @throws Problem where it is of another kind or of somebody else, or they no longer sign for the client */
  async theirs(work: Work, partyId: string, kind: string): Promise<Turn> {
    const found = await this.book.partyAndAsk(work, partyId);
    await this.mustBeTheirs(work, found, kind);
    return found;
  }

  private async mustBeTheirs(work: Work, { party, ask }: Turn, kind: string): Promise<void> {
    const isTurn = ask.kind === kind && party.turnSince !== null;
    if (isTurn && work.actor.kind === 'staff' && party.memberId !== null && party.memberId === work.actor.id) return;
    const isAsked = isTurn && work.actor.kind === 'client' && party.contactId === work.actor.id;
    if (!isAsked || !(await this.contacts.hasPermission(work, work.actor.id!, ask.clientId, 'signs'))) throw Problem.notFound(kind);
  }

  /** The turn of whoever is asked, in the portal or of the firm, held for this transaction. @throws Problem where it is not theirs, is done, over, or somebody comes before them */
  async turn(work: Work, partyId: string, of: OfKind): Promise<Turn> {
    const found = await this.book.holdParty(work, partyId);
    await this.mustBeTheirs(work, found, of.kind);
    return this.mustBeNow(work, found, of);
  }

  /** The same for a person of the firm, who notes what was done on paper. */
  async turnNotedByUs(work: Work, partyId: string, of: OfKind): Promise<Turn> {
    const found = await this.book.holdParty(work, partyId);
    if (found.ask.kind !== of.kind) throw Problem.notFound(of.kind);
    return this.mustBeNow(work, found, of);
  }

  private async mustBeNow(work: Work, found: Turn, { done, waits }: OfKind): Promise<Turn> {
    const { party, ask } = found;
    if (party.state === 'done') throw Problem.refused(done.code, done.words);
    this.book.mustBeOpen(ask);
    if (!turnsOf(await this.book.partiesOf(work, ask.id)).some(({ id }) => id === party.id)) throw Problem.refused('not-their-turn', waits);
    return found;
  }
}
