import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { SQL } from 'drizzle-orm';
import { type Lacks, lacksOfApproval } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { ApprovalPart } from '@steady/contract/approvals';
import type { Work } from '../../platform/work';
import { type AboutAsk, type Ask, type AskKind, AskKinds, type AskLetter, type AskParty, partyLines } from '../asks';
import { ApprovalQueries } from './approvals.queries';

export const APPROVAL = 'approval';

/** The words that ask for an approval. */
export function approvalLetter(firm: Work['firm'], of: { title: string; wantedBy: string }, { client, job, sender }: AboutAsk, again = false): AskLetter {
  return {
    subject: `${firm.shortName}: ${again ? 'still ' : ''}for your approval, ${of.title}`,
    paragraphs: [
      `${sender} asks you to look at "${of.title}" and approve it, for ${client}${job === null || job === of.title ? '' : `, ${job}`}.`,
      `Please approve it by a tick, or say what is not right, by ${fullDate(civil(of.wantedBy))}.`,
    ],
    linkWords: 'Look at it and approve it here',
  };
}

/** Approvals by a tick as a kind of ask: of one person after the other, done when all have approved. */
@Injectable()
export class ApprovalKind implements AskKind<ApprovalPart>, OnModuleInit {
  readonly kind = APPROVAL;
  readonly name = 'approval';
  readonly permission = 'signs';
  readonly holdsPhase = true;
  readonly material = false;
  readonly ticks = 'request sent';
  readonly doneWords = 'everything is approved';

  constructor(
    private readonly kinds: AskKinds,
    private readonly queries: ApprovalQueries,
  ) {}

  onModuleInit(): void {
    this.kinds.register(this);
  }

  letter({ firm }: Work, ask: Ask, about: AboutAsk, again: boolean): Promise<AskLetter> {
    return Promise.resolve(approvalLetter(firm, ask, about, again));
  }

  lines(askId: SQL): SQL {
    return partyLines(askId, 'the approval of');
  }

  inPlaceOfLetter(ask: Ask, party: AskParty) {
    return {
      name: `Have "${ask.title}" approved by ${party.name}`,
      advice:
        'There is nobody to write to: an approval is given by the person in the portal. Give them an address, or withdraw it and have it signed on paper.',
      estimate: 10,
    };
  }

  lacks(_work: Work, ask: Ask, parties: AskParty[]): Promise<Lacks> {
    return Promise.resolve(lacksOfApproval(ask.title, parties));
  }

  parts(work: Work, askIds: string[]): Promise<Map<string, ApprovalPart>> {
    return this.queries.parts(work, askIds);
  }
}
