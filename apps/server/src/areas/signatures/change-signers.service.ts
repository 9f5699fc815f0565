import { Injectable } from '@nestjs/common';
import { eq, sql } from 'drizzle-orm';
import { wantedOf } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { SIGNATURE } from '@steady/core/procedures';
import { fullDate } from '@steady/core/words';
import type { ChangeSigners, ReplaceSigner } from '@steady/contract/signatures';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Ask, AskBook, type AskParty, AsksService, PeopleWhoSign, WhoIsAsked } from '../asks';
import { ContactsService } from '../clients';
import { CodesByText } from './codes-by-text.service';
import { SignatureDemands } from './demands.service';
import { mustBeInTime } from './in-time';
import { NotNeeded } from './not-needed.service';
import { type Replaced, signatureDocuments, signatureFields } from './signatures.tables';
import { type Signer, Signers, idOfSigner, whoIs } from './signers.service';
import { SignersTold } from './signers-told.service';
import { TURN } from './turn';

export const SignatureHandedOn = eventKind<{ askId: string }>('signature handed on', 'signatures');
export const DayOfSignerChanged = eventKind<{ askId: string }>('day of a signer changed', 'signatures');
export const NumberChanged = eventKind<{ askId: string }>('number of a signer changed', 'signatures');

/** Who signs, changed while a document waits: somebody in the place of another, others after the one whose turn it is, another number for a code. */
@Injectable()
export class ChangeOfSigners {
  constructor(
    private readonly events: Events,
    private readonly asks: AsksService,
    private readonly book: AskBook,
    private readonly asked: WhoIsAsked,
    private readonly people: PeopleWhoSign,
    private readonly signers: Signers,
    private readonly contacts: ContactsService,
    private readonly demands: SignatureDemands,
    private readonly codes: CodesByText,
    private readonly notNeeded: NotNeeded,
    private readonly told: SignersTold,
  ) {}

  private async signature(work: Work, partyId: string): Promise<{ party: AskParty; ask: Ask }> {
    const found = await this.asks.partyAndAsk(work, partyId);
    if (found.ask.kind !== SIGNATURE) throw Problem.notFound('signature');
    return found;
  }

  /** @throws Problem where nothing is wanted any more of that one */
  private async waiting(work: Work, partyId: string): Promise<{ party: AskParty; ask: Ask }> {
    const { ask, party } = await this.signature(work, partyId);
    if (party.state === 'done') throw Problem.refused('done-already', `${party.name} has signed already.`);
    if (!['planned', 'with the client', 'with us'].includes(ask.state)) throw Problem.refused('ask-ended', `It is ${ask.state} and stays as it is.`);
    return { ask, party };
  }

  /** @throws Problem where those would be too little of what is asked for */
  private async mustBeEnough(
    work: Work,
    ask: Ask,
    signers: readonly { contactId: string | null; partyId: string | null }[],
    given: ReadonlyMap<string, string>,
    fields: { people: string; numbers: string },
  ): Promise<void> {
    const { evidence } = await this.demands.of(work, ask.id);
    const known = await this.signers.ofClient(work, await this.contacts.of(work, ask.clientId));
    const codes = await this.codes.of(
      work,
      signers.flatMap(({ partyId }) => partyId ?? []),
    );
    const numbers = new Map(given);
    for (const { contactId, partyId } of signers) {
      const number = codes.find((one) => one.partyId === partyId)?.number;
      if (contactId !== null && number !== undefined && !numbers.has(contactId)) numbers.set(contactId, number);
    }
    const people = signers.flatMap(({ contactId }) => known.find(({ id }) => id === contactId) ?? []);
    this.demands.mustBeEnough(work, evidence, people, numbers, fields);
  }

  /** Somebody else of the client signs in the place of one who has not. */
  async replace(work: Work, partyId: string, { contactId, number }: ReplaceSigner): Promise<void> {
    const { ask } = await this.signature(work, partyId);
    const [person] = await this.signers.chosen(work, ask.clientId, [contactId], 'contactId');
    const party = await this.instead(work, partyId, person!, person!.isOurs ? null : (number ?? null));
    if (party.state === 'asked' && party.memberId === null) await this.notNeeded.tell(work, ask, [party], 'Somebody else signs in your place.');
  }

  /** The same by the one who is asked, where the firm allows it. */
  async handOn(work: Work, partyId: string, contactId: string): Promise<void> {
    const { ask, party } = await this.people.turn(work, partyId, TURN);
    if (!(await this.demands.of(work, ask.id)).mayHandOn)
      throw Problem.refused('not-handed-on', `This is for you to sign. If somebody else should, call ${work.firm.name}.`);
    const [person] = await this.people.chosen(work, ask.clientId, [contactId], 'contactId');
    const [code] = await this.codes.of(work, [party.id]);
    if (code && person!.mobile === null)
      throw Problem.invalid([
        { field: 'contactId', message: `A code has to go to ${person!.name} by text message, and we know no number. Call ${work.firm.name}.` },
      ]);
    await this.instead(work, partyId, (await this.signers.ofClient(work, [person!]))[0]!, code ? person!.mobile : null);
    await this.events.record(work, SignatureHandedOn, {
      what: `handed ${ask.title} on to ${person!.name}, who signs in their place`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId: ask.id },
    });
  }

  private async instead(work: Work, partyId: string, person: Signer, number: string | null): Promise<AskParty> {
    const { ask } = await this.signature(work, partyId);
    const { parties } = await this.asks.withParties(work, ask.id);
    if (number !== null) this.codes.mustGoOut([number], 'number');
    const signers = parties.map(({ id, contactId }) =>
      id === partyId ? { contactId: person.isOurs ? null : person.id, partyId: null } : { contactId, partyId: id },
    );
    await this.mustBeEnough(work, ask, signers, new Map(number === null ? [] : [[person.id, number]]), { people: 'contactId', numbers: 'number' });
    const party = await this.asked.replace(work, partyId, whoIs(person));
    await this.codes.set(work, partyId, number);
    const replaced: Replaced = {
      at: work.now.toString(),
      by: work.actor.name,
      contactId: party.contactId,
      name: party.name,
      refused: party.reason,
      instead: person.name,
    };
    await work.tx
      .update(signatureDocuments)
      .set({ replaced: sql`${signatureDocuments.replaced} || ${JSON.stringify([replaced])}::jsonb` })
      .where(eq(signatureDocuments.askId, ask.id));
    return party;
  }

  /** Who signs after those who know of it. Whoever is new among them signs the document as a whole. */
  async change(work: Work, askId: string, { signerIds, together }: ChangeSigners): Promise<void> {
    const { ask, parties } = await this.asks.withParties(work, askId);
    if (ask.kind !== SIGNATURE) throw Problem.notFound('signature');
    const later = await this.signers.chosen(work, ask.clientId, signerIds, 'signerIds');
    const known = parties.filter(({ state }) => state !== 'ahead');
    const signers = [
      ...known.map(({ id, contactId }) => ({ contactId, partyId: id })),
      ...later.map((one) => ({ contactId: whoIs(one).contactId, partyId: parties.find((party) => idOfSigner(party) === one.id)?.id ?? null })),
    ];
    if (signers.length > 12) throw Problem.invalid([{ field: 'signerIds', message: 'Twelve people at most sign one document.' }]);
    const { evidence } = await this.demands.of(work, askId);
    // Where everybody types a code, it goes to the number that is known of who is new.
    const numbers = new Map(
      later.flatMap(({ id, mobile }) =>
        evidence.byText && mobile !== null && !parties.some(({ contactId }) => contactId === id) ? [[id, mobile] as const] : [],
      ),
    );
    await this.mustBeEnough(work, ask, signers, numbers, { people: 'signerIds', numbers: 'signerIds' });
    const after = await this.asked.changeAhead(
      work,
      askId,
      later.map((one) => ({ ...whoIs(one), isTogether: together.includes(one.id) })),
      async ({ id }) => {
        await work.tx.delete(signatureFields).where(eq(signatureFields.partyId, id));
        await this.codes.set(work, id, null);
      },
    );
    for (const { id, contactId } of after) {
      const number = numbers.get(contactId ?? '');
      if (number !== undefined) await this.codes.set(work, id, number);
    }
  }

  /** By which day one who has not signed is to; without one by the day by which all have to. */
  async day(work: Work, partyId: string, by: string | null): Promise<void> {
    const { ask, party } = await this.waiting(work, partyId);
    if (by !== null) mustBeInTime(work, { name: party.name, wantedBy: by }, ask.wantedBy, 'by');
    await this.book.setParty(work, partyId, { wantedBy: by });
    await this.events.record(work, DayOfSignerChanged, {
      what: `wants ${ask.title} signed by ${party.name} by ${fullDate(civil(by ?? ask.wantedBy))}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      before: { wantedBy: party.wantedBy },
      after: { wantedBy: by },
      payload: { askId: ask.id },
    });
    // Whoever knows of it by another day is told; before their turn the letter that asks them says it.
    if (party.state === 'asked' && (by ?? ask.wantedBy) !== wantedOf(party, ask))
      await this.told.write(work, ask, [party], {
        subject: 'another day',
        says: (client) => [`“${ask.title}”, for ${client}, is wanted of you by ${fullDate(civil(by ?? ask.wantedBy))} now.`],
        leadsTo: `/portal/asks/${ask.id}`,
        linkWords: 'Read and sign it here',
      });
  }

  /** Where the code of one who has not signed goes; without a number none is asked for. */
  async number(work: Work, partyId: string, number: string | null): Promise<void> {
    const { ask, party } = await this.waiting(work, partyId);
    if (number === null && (await this.demands.of(work, ask.id)).evidence.byText)
      throw Problem.invalid([{ field: 'number', message: 'Everybody who signs this kind of document types a code: give a number.' }]);
    if (number !== null && party.memberId !== null)
      throw Problem.invalid([{ field: 'number', message: `${party.name} is of us and signs in with their own password: no code goes to them.` }]);
    if (number !== null) this.codes.mustGoOut([number], 'number');
    await this.codes.set(work, partyId, number);
    await this.events.record(work, NumberChanged, {
      what: number === null ? `asks ${party.name} for no code, ${ask.title}` : `sends the code of ${party.name} to ${number}, ${ask.title}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId: ask.id },
    });
  }

  /** Sends the code of one whose turn it is. */
  async sendCode(work: Work, partyId: string): Promise<void> {
    const { party } = await this.people.turn(work, partyId, TURN);
    await this.codes.send(work, partyId, party.name);
  }

  /** @returns why the code is not right; null where it is */
  async typeCode(work: Work, partyId: string, code: string): Promise<string | null> {
    await this.people.turn(work, partyId, TURN);
    return this.codes.type(work, partyId, code);
  }
}
