import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { SQL } from 'drizzle-orm';
import { type Lacks, lacksOfSignature } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { SIGNATURE } from '@steady/core/procedures';
import { fullDate } from '@steady/core/words';
import type { PortalSignaturePart, SignaturePart } from '@steady/contract/signatures';
import type { Work } from '../../platform/work';
import { type AboutAsk, type Ask, type AskKind, AskKinds, type AskLetter, type AskParty, partyLines } from '../asks';
import { SignatureQueries } from './signatures.queries';

/** The words that ask for a signature. */
export function signatureLetter(
  firm: Work['firm'],
  of: { title: string; words?: string | null; wantedBy: string },
  { client, job, sender }: AboutAsk,
  again = false,
): AskLetter {
  return {
    subject: `${firm.shortName}: ${again ? 'still ' : ''}for your signature, ${of.title}`,
    paragraphs: [
      `${sender} asks you to read and sign "${of.title}", for ${client}${job === null || job === of.title ? '' : `, ${job}`}.`,
      ...(of.words ? [of.words] : []),
      `Please sign it, or say why you do not, by ${fullDate(civil(of.wantedBy))}.`,
    ],
    linkWords: 'Read and sign it here',
  };
}

/** Documents given for signature as a kind of ask: to one person after the other, done when all have signed. */
@Injectable()
export class SignatureKind implements AskKind<SignaturePart, PortalSignaturePart>, OnModuleInit {
  readonly kind = SIGNATURE;
  readonly name = 'document for signature';
  readonly permission = 'signs';
  readonly holdsPhase = true;
  readonly material = false;
  readonly ticks = 'given for signature';
  readonly doneWords = 'everything is signed';

  constructor(
    private readonly kinds: AskKinds,
    private readonly queries: SignatureQueries,
  ) {}

  onModuleInit(): void {
    this.kinds.register(this);
  }

  letter({ firm }: Work, ask: Ask, about: AboutAsk, again: boolean): Promise<AskLetter> {
    return Promise.resolve(signatureLetter(firm, ask, about, again));
  }

  lines(askId: SQL): SQL {
    return partyLines(askId);
  }

  inPlaceOfLetter(ask: Ask, party: AskParty) {
    return {
      name: `Have "${ask.title}" signed on paper by ${party.name}`,
      advice:
        'There is nobody to write to. It is ticked automatically when the signature is recorded under "Requests" of this job; ticked by hand, it records that they have it.',
      estimate: 15,
    };
  }

  lacks(_work: Work, ask: Ask, parties: AskParty[]): Promise<Lacks> {
    return Promise.resolve(lacksOfSignature(ask.title, parties));
  }

  notToFile(work: Work, jobId: string): Promise<string[]> {
    return this.queries.notToFile(work, jobId);
  }

  parts(work: Work, askIds: string[]): Promise<Map<string, SignaturePart>> {
    return this.queries.parts(work, askIds);
  }

  portalParts(work: Work, askIds: string[]): Promise<Map<string, PortalSignaturePart>> {
    return this.queries.portalParts(work, askIds);
  }
}
