import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { WANTED_IN_WORDS, confirmedAs, identityInWords } from '@steady/core/identities';
import { type Evidence, NO_EVIDENCE, type ToSign, lacksOfEvidence } from '@steady/core/signing';
import type { AskSignature } from '@steady/contract/ask-signature';
import { dayIn } from '../../platform/clock';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import type { AskParty, Turn } from '../asks';
import { IdentitiesService } from '../identities';
import { CodesByText } from './codes-by-text.service';
import { signatureDocuments } from './signatures.tables';
import { type Signer, ofClient } from './signers.service';
import { SigningKinds } from './signing-kinds.service';
import { TermsService } from './terms.service';

/** What is asked of those who sign one document, beside their signature. */
export interface Demands {
  kindId: string | null;
  evidence: Evidence;
  termsId: string | null;
  recordFirst: boolean;
  holdsFiling: boolean;
  mayHandOn: boolean;
  /** Numbers to which codes go, by the person. */
  numbers: ReadonlyMap<string, string>;
}

type About = typeof signatureDocuments.$inferSelect;

/** What the firm asks of a signature before it counts: in what capacity, how many, which terms, and a code by text message. */
@Injectable()
export class SignatureDemands {
  constructor(
    private readonly kinds: SigningKinds,
    private readonly terms: TermsService,
    private readonly codes: CodesByText,
    private readonly identities: IdentitiesService,
  ) {}

  /**
   * How the identity of one who signs is confirmed, in words; null where the firm does not ask for it. What was good when they were
   * asked holds while they sign.
   * @throws Problem where it was taken back since
   */
  async identityOf(work: Work, { ask, party }: Turn): Promise<string | null> {
    const { evidence } = await this.of(work, ask.id);
    if (evidence.identity === null || party.contactId === null) return null;
    const all = (await this.identities.of(work, [party.contactId])).get(party.contactId) ?? [];
    const then = dayIn(work.firm.zone, new Date(party.turnSince ?? ask.askedAt).toISOString());
    const found = confirmedAs(evidence.identity, all, work.today) ?? confirmedAs(evidence.identity, all, then);
    if (found === null)
      throw Problem.refused(
        'identity-not-confirmed',
        work.actor.kind === 'staff'
          ? `This kind of document asks for ${WANTED_IN_WORDS[evidence.identity]}: note that first on the page of ${party.name}.`
          : `Before this is signed, ${work.firm.name} has to be sure who signs it: ${WANTED_IN_WORDS[evidence.identity]}. Call them, please.`,
      );
    return identityInWords(found);
  }

  /** @throws Problem where those chosen are too little of what is asked for */
  async foreseen(work: Work, { kindId, terms, codes = [] }: AskSignature, signers: readonly Signer[]): Promise<Demands> {
    const kind = kindId === undefined ? null : await this.kinds.get(work, kindId);
    const evidence = kind?.evidence ?? NO_EVIDENCE;
    const people = ofClient(signers);
    const numbers = new Map(codes.flatMap(({ contactId, number }) => (people.some(({ id }) => id === contactId) ? [[contactId, number] as const] : [])));
    this.mustBeEnough(work, evidence, people, numbers, { people: 'signerIds', numbers: 'codes' });
    this.codes.mustGoOut([...numbers.values()], 'codes');
    return {
      kindId: kind?.id ?? null,
      evidence,
      termsId: terms === undefined ? null : (await this.terms.newest(work, terms)).id,
      recordFirst: kind?.recordFirst ?? false,
      holdsFiling: kind?.holdsFiling ?? false,
      mayHandOn: kind?.mayHandOn ?? false,
      numbers,
    };
  }

  /** @param fields where people were chosen, and where numbers were given @throws Problem at the first, or at the second where only numbers are missing */
  mustBeEnough(
    work: Work,
    evidence: Evidence,
    people: readonly Signer[],
    numbers: ReadonlyMap<string, string>,
    fields: { people: string; numbers: string },
  ): void {
    const signers = people.map((person) => toSign(work, evidence, person, numbers.get(person.id) ?? null));
    const lacks = lacksOfEvidence(evidence, signers);
    if (lacks.length === 0) return;
    const isOfNumbers = lacksOfEvidence({ ...evidence, byText: false }, signers).length === 0;
    throw Problem.invalid([{ field: isOfNumbers ? fields.numbers : fields.people, message: lacks.join(' ') }]);
  }

  /** Puts down to which numbers codes go; what else is asked for stands with the document. */
  async put(work: Work, { numbers }: Demands, parties: readonly AskParty[]): Promise<void> {
    for (const { id, contactId } of parties) {
      const number = numbers.get(contactId ?? '');
      if (number !== undefined) await this.codes.set(work, id, number);
    }
  }

  /** What is asked of those who sign a document that was given. */
  async of(work: Work, askId: string): Promise<About> {
    const [about] = await work.tx.select().from(signatureDocuments).where(eq(signatureDocuments.askId, askId));
    if (!about) throw Problem.notFound('signature');
    return about;
  }

  /**
   * What one who signs has done besides: typed the code, agreed to the terms.
   * @param agreesTo the edition to which they agree with this signature
   * @returns the end of the number that confirmed them, and what they agreed to
   * @throws Problem that says what is missing
   */
  async met(work: Work, { ask, party }: Turn, agreesTo: string | undefined): Promise<{ textTo: string | null; agreed: string | null }> {
    const { termsId } = await this.of(work, ask.id);
    const textTo = await this.codes.mustBeConfirmed(work, party.id);
    if (termsId === null || party.contactId === null) return { textTo, agreed: null };
    if ((await this.terms.agreed(work, termsId, [party.contactId])).has(party.contactId)) return { textTo, agreed: null };
    const { name, edition } = await this.terms.edition(work, termsId);
    if (agreesTo !== termsId) throw Problem.invalid([{ field: 'termsId', message: `Tick that you agree to ${name}.` }]);
    await this.terms.agree(work, termsId, party);
    return { textTo, agreed: `${name}, edition ${edition}` };
  }
}

/** A person of the client, as they would sign. @param textTo the number to which their code goes */
export const toSign = (work: Work, { identity }: Evidence, { name, role, confirmed }: Signer, textTo: string | null): ToSign => ({
  name,
  role,
  textTo,
  isConfirmed: identity === null || confirmedAs(identity, confirmed, work.today) !== null,
});
