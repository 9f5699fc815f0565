import { Injectable } from '@nestjs/common';
import { conditionInWords } from '@steady/core/conditions';
import { type Question, type Questionnaire, answerFact, answerInWords, askedSections, questionsOf } from '@steady/core/questionnaires';
import { fullDate } from '@steady/core/words';
import { HeavyWork } from '../../platform/heavy';
import type { Work } from '../../platform/work';
import { ClientsService, factsOf } from '../clients';
import { DocumentsService } from '../documents';
import type { PaperQuestion } from './draw-questionnaire';
import { QuestionnaireBook } from './questionnaire-book.service';
import { DrawQuestionnaire } from './tasks';

const LINES: Partial<Record<Question['kind'], number>> = { 'long text': 4, address: 3, person: 2 };
const TICKED: Partial<Record<Question['kind'], string[]>> = { 'yes or no': ['yes', 'no'], statement: ['I confirm it'], file: ['put in, as a copy'] };

/** How answers are called in the sentence of a condition. */
const namesOf = (of: Questionnaire): Record<string, string> =>
  Object.fromEntries(
    questionsOf(of).flatMap(({ key, words, choices = [] }) => [
      [answerFact(key), `"${words}"`],
      ...choices.map((choice): [string, string] => [answerFact(key, choice), `"${words}" names ${choice}`]),
    ]),
  );

/** Questionnaires on paper: blank, or with the answers that there are. */
@Injectable()
export class QuestionnairePrint {
  constructor(
    private readonly book: QuestionnaireBook,
    private readonly clients: ClientsService,
    private readonly documents: DocumentsService,
    private readonly heavy: HeavyWork,
  ) {}

  /** Drawn outside: what is returned does it. */
  async print(work: Work, askId: string): Promise<() => Promise<Uint8Array>> {
    const { ask, filled } = await this.book.read(work, askId);
    const client = await this.clients.get(work, ask.clientId);
    const answers = this.book.opened(work, filled);
    // Sent in, it holds what was asked; before, all that may be.
    const sections = filled.sentInAt === null ? filled.definition.sections : askedSections(filled.definition, answers, factsOf(client));
    const files: Record<string, string> = {};
    for (const { key, kind } of questionsOf(filled.definition))
      if (kind === 'file') for (const id of (answers[key] as string[] | undefined) ?? []) files[id] = (await this.documents.get(work, id)).name;
    const names = namesOf(filled.definition);
    const onPaper = (question: Question): PaperQuestion => ({
      words: question.words,
      help: question.help ?? null,
      onlyIf: question.onlyIf && filled.sentInAt === null ? conditionInWords(question.onlyIf, names) : null,
      answer: answers[question.key] === undefined ? '' : answerInWords(question, answers[question.key]!, (id) => files[id] ?? ''),
      choices: question.choices ?? TICKED[question.kind] ?? [],
      columns: question.columns ?? [],
      lines: LINES[question.kind] ?? 1,
    });
    const { name, address } = work.firm;
    const text = {
      firm: { name, address },
      client: client.name,
      title: ask.title,
      day: fullDate(work.today),
      sections: sections.map((section) => ({ name: section.name, intro: section.intro ?? null, questions: section.questions.map(onPaper) })),
    };
    const at = work.now.epochMilliseconds;
    return () => this.heavy.run(DrawQuestionnaire, { text, at });
  }
}
