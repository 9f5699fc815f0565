import { type Condition, type Fact, type Facts, meets } from '../conditions';
import { sameAnswer, whyNotAnswer } from './answers';
import {
  type Answer,
  type Answers,
  type Question,
  type QuestionSection,
  type Questionnaire,
  answerFact,
  factsIn,
  questionOfFact,
  questionsOf,
} from './questionnaire';

/** An answer as conditions see it: what has parts is known or not. */
function asFact(value: Answer): Fact {
  if (typeof value === 'object') return 'amount' in value ? (value as { amount: number }).amount : 'given';
  return value;
}

/** What the answers to some questions say, by the names under which conditions know them. */
function factsOf(questions: readonly Question[], answers: Answers): Record<string, Fact> {
  const facts: Record<string, Fact> = {};
  for (const { key, kind, choices = [] } of questions) {
    const value = answers[key];
    if (value === undefined) continue;
    facts[answerFact(key)] = asFact(value);
    if (kind === 'many of') for (const choice of choices) facts[answerFact(key, choice)] = (value as string[]).includes(choice);
  }
  return facts;
}

/**
 * The keys of the questions that are asked of a client: those whose condition holds, of its facts and of the answers to questions
 * that are themselves asked. What was answered before its question went out of sight does not count, so that the order of answering
 * does not matter.
 *
 * @param client facts of the client, as rules know them
 */
export function askedKeys(of: Questionnaire, answers: Answers, client: Facts): ReadonlySet<string> {
  const questions = questionsOf(of);
  const known = new Map(questions.map((one) => [one.key, one]));
  const decided = new Map<string, boolean>();
  const isAsked = (key: string): boolean => {
    const there = decided.get(key);
    if (there !== undefined) return there;
    // What leads back to itself is refused before a questionnaire is kept; here it ends.
    decided.set(key, false);
    const { onlyIf } = known.get(key)!;
    const asked = onlyIf === undefined || meets(onlyIf, { ...client, ...factsOf(lookedAt(onlyIf), answers) });
    decided.set(key, asked);
    return asked;
  };
  const lookedAt = (condition: Condition) => {
    const keys = new Set(factsIn(condition).flatMap((fact) => questionOfFact(fact) ?? []));
    return questions.filter(({ key }) => keys.has(key) && isAsked(key));
  };
  return new Set(questions.filter(({ key }) => isAsked(key)).map(({ key }) => key));
}

/** The sections as they are asked, without what is not, and without those of which nothing is left. */
export function askedSections(of: Questionnaire, answers: Answers, client: Facts): QuestionSection[] {
  const asked = askedKeys(of, answers, client);
  return of.sections
    .map((section) => ({ ...section, questions: section.questions.filter(({ key }) => asked.has(key)) }))
    .filter(({ questions }) => questions.length > 0);
}

export interface Wanting {
  key: string;
  words: string;
  section: string;
  /** What is wrong with what was answered; null where nothing was. */
  why: string | null;
}

/** What keeps a questionnaire from being sent in: required questions without an answer, and answers that do not fit. A question that is not asked is never wanted. */
export function wantingOf(of: Questionnaire, answers: Answers, client: Facts): Wanting[] {
  return askedSections(of, answers, client).flatMap(({ name, questions }) =>
    questions.flatMap((question): Wanting[] => {
      const value = answers[question.key];
      const wanting = { key: question.key, words: question.words, section: name };
      if (value === undefined) return question.required ? [{ ...wanting, why: null }] : [];
      const why = whyNotAnswer(question, value);
      return why === null ? [] : [{ ...wanting, why }];
    }),
  );
}

/** How far it is answered: of the questions that are asked, how many have an answer. */
export function answeredOf(of: Questionnaire, answers: Answers, client: Facts): { are: number; of: number } {
  const keys = [...askedKeys(of, answers, client)];
  return { are: keys.filter((key) => answers[key] !== undefined).length, of: keys.length };
}

/** The answers to what is asked, as they are sent in: what was answered before its question went out of sight is left out. */
export function answersSent(of: Questionnaire, answers: Answers, client: Facts): Answers {
  const asked = askedKeys(of, answers, client);
  return Object.fromEntries(Object.entries(answers).filter(([key]) => asked.has(key)));
}

/** The keys of questions that were answered otherwise the last time, or not at all. */
export const changedSince = (of: Questionnaire, before: Answers, now: Answers): string[] =>
  questionsOf(of).flatMap(({ key }) => (now[key] !== undefined && !sameAnswer(before[key], now[key]) ? [key] : []));
