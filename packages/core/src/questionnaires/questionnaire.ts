import type { Condition } from '../conditions';
import type { Money } from '../money';
import type { PostalAddress } from '../facts';

/** How a question is answered. */
export const QUESTION_KINDS = [
  'short text',
  'long text',
  'yes or no',
  'one of',
  'many of',
  'number',
  'money',
  'date',
  'period',
  'address',
  'bank account',
  'person',
  'table',
  'file',
  'statement',
] as const;
export type QuestionKind = (typeof QUESTION_KINDS)[number];

/** Where an answer goes in the record: a fact of the client, an own detail of the firm, or a person to be linked to the client. */
export type Target = { fact: string } | { detail: string } | { contact: true };

export interface Question {
  /** Tells it from the others, also in later versions: last year’s answer is found by it. */
  key: string;
  kind: QuestionKind;
  /** What is asked; of a statement, what is confirmed. */
  words: string;
  help?: string;
  required?: boolean;
  /** Of "one of" and "many of". */
  choices?: string[];
  /** Heads of the columns of a table. */
  columns?: string[];
  /** It is asked only where this holds, of facts of the client and of other answers ("answer:KEY", "answer:KEY:CHOICE"). */
  onlyIf?: Condition;
  into?: Target;
}

export interface QuestionSection {
  key: string;
  name: string;
  intro?: string;
  questions: Question[];
}

export interface Questionnaire {
  sections: QuestionSection[];
}

/** Civil days, ISO 8601. */
export interface PeriodAnswer {
  from: string;
  until: string;
}

export interface PersonAnswer {
  name: string;
  /** What they are to the client: spouse, child, director. */
  relation?: string;
  /** ISO 8601. */
  born?: string;
}

/** Rows of a table, each with a cell for every column. */
export interface TableAnswer {
  rows: string[][];
}

/** Text; yes or no; a number; money; several choices, or ids of documents; rows of a table; what has parts. */
export type Answer = string | boolean | number | Money | string[] | TableAnswer | PeriodAnswer | PersonAnswer | PostalAddress;
export type Answers = Readonly<Record<string, Answer>>;

/** All questions in their order. */
export const questionsOf = ({ sections }: Questionnaire): Question[] => sections.flatMap(({ questions }) => questions);

/** The name under which conditions know an answer. @param choice of a question with many: whether that one is among them */
export const answerFact = (key: string, choice?: string): string => `answer:${key}${choice === undefined ? '' : `:${choice}`}`;

/** The question at which the part of a condition looks; null where it looks at the client. */
export const questionOfFact = (fact: string): string | null => /^answer:([^:]+)/.exec(fact)?.[1] ?? null;

/** Every fact at which a condition looks. */
export function factsIn(condition: Condition): string[] {
  if ('all' in condition) return condition.all.flatMap(factsIn);
  if ('any' in condition) return condition.any.flatMap(factsIn);
  if ('not' in condition) return factsIn(condition.not);
  return [condition.fact];
}
