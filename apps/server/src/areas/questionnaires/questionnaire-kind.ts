import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { SQL } from 'drizzle-orm';
import type { Lacks } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { counted, fullDate } from '@steady/core/words';
import type { QuestionnairePart } from '@steady/contract/questionnaires';
import type { Work } from '../../platform/work';
import { type AboutAsk, type Ask, type AskKind, AskKinds, type AskLetter, type AskParty } from '../asks';
import { questionnaireLines } from './questionnaire-sql';
import { QuestionnaireQueries } from './questionnaires.queries';

export const QUESTIONNAIRE = 'questionnaire';

/** The words that ask for answers. */
export function questionnaireLetter(
  firm: Work['firm'],
  of: { title: string; words?: string | null; wantedBy: string },
  { client, job, sender }: AboutAsk,
  again = false,
): AskLetter {
  return {
    subject: `${firm.shortName}: ${again ? 'still to be answered' : 'some questions'}, ${of.title}`,
    paragraphs: [
      `${sender} asks you to answer some questions, for ${client}${job === null || job === of.title ? '' : `, ${job}`}: ${of.title}.`,
      ...(of.words ? [of.words] : []),
      `What you answer is kept as you go: you can stop and go on later, also on another device. Please send it in by ${fullDate(civil(of.wantedBy))}.`,
    ],
    linkWords: again ? 'Go on answering' : 'Answer them here',
  };
}

/** Questionnaires as a kind of ask: done when they were sent in, and none of the answers was sent back. */
@Injectable()
export class QuestionnaireKind implements AskKind<QuestionnairePart>, OnModuleInit {
  readonly kind = QUESTIONNAIRE;
  readonly name = 'questionnaire';
  readonly permission = 'getsRequests';
  readonly holdsPhase = true;
  readonly material = true;
  readonly ticks = 'request sent';
  readonly doneWords = 'the questionnaire was sent in';

  constructor(
    private readonly kinds: AskKinds,
    private readonly queries: QuestionnaireQueries,
  ) {}

  onModuleInit(): void {
    this.kinds.register(this);
  }

  letter({ firm }: Work, ask: Ask, about: AboutAsk, again: boolean): Promise<AskLetter> {
    return Promise.resolve(questionnaireLetter(firm, ask, about, again));
  }

  inPlaceOfLetter(ask: Ask) {
    return {
      name: `Have "${ask.title}" answered`,
      advice:
        'There is nobody to write to: ring and fill it in together under "Requests" of this job, or print it there. Ticking this records that the client was told.',
      estimate: 20,
    };
  }

  lines(askId: SQL): SQL {
    return questionnaireLines(askId);
  }

  async lacks(work: Work, ask: Ask, parties: AskParty[]): Promise<Lacks> {
    const { sentInAt, sentInBy, sentBack, sentBackAt, lookedAt } = await this.queries.standing(work, ask.id);
    const back = Object.keys(sentBack).length;
    if (back > 0) return { client: [{ what: `${counted(back, 'answer')} to ${ask.title}`, since: sentBackAt! }], us: [], ended: null };
    if (sentInAt === null) {
      const since = parties.find(({ turnSince }) => turnSince !== null)?.turnSince ?? ask.askedAt;
      return { client: [{ what: `the answers to ${ask.title}`, since }], us: [], ended: null };
    }
    const us = lookedAt === null ? [{ key: 'answers', what: `Answered: ${ask.title}`, why: `sent in by ${sentInBy ?? ''}`, since: sentInAt }] : [];
    return { client: [], us, ended: 'done' };
  }

  parts(work: Work, askIds: string[]): Promise<Map<string, QuestionnairePart>> {
    return this.queries.parts(work, askIds);
  }
}
