import { clientFact } from '../clients';
import { plainIban } from '../money';
import { sameAnswer } from './answers';
import { type Answer, type Answers, type Question, type Questionnaire, type Target, questionsOf } from './questionnaire';

/** An answer that goes into the record, beside what stands there. */
export interface Filled {
  key: string;
  into: Target;
  /** Undefined where nothing stands there. */
  before: unknown;
  /** As the record would hold it. */
  after: unknown;
}

/** Answers that the record has no place for. */
const WITHOUT_PLACE = ['many of', 'table', 'file', 'period', 'statement'];

/**
 * An answer as its place in the record holds it: of a day only day and month where the fact is a day of any year, an account
 * without spaces, a code in capitals.
 *
 * @example inRecordForm({ fact: 'yearEnd' }, '2025-12-31') // '12-31'
 */
export function inRecordForm(into: Target, answer: Answer): unknown {
  const kind = 'fact' in into ? clientFact(into.fact)?.kind : undefined;
  if (typeof answer !== 'string') return answer;
  if (kind === 'day of the year') return answer.slice(5);
  if (kind === 'account') return plainIban(answer);
  if (kind === 'code') return answer.replace(/\s/g, '').toUpperCase();
  return answer;
}

/** Whether answers to a question can go into the record at all. */
export const hasPlaceInRecord = ({ kind, into }: Pick<Question, 'kind' | 'into'>): boolean => into !== undefined && !WITHOUT_PLACE.includes(kind);

/**
 * What answers would change in the record, in the order of the questions: those that have a place there and differ from what stands
 * there. Taken over, the same answers change nothing any more.
 *
 * @param record what stands in the record at a place, undefined where nothing does; of a person, their name where one of that name is linked
 */
export function intoRecord(of: Questionnaire, answers: Answers, record: (into: Target, answer: Answer) => unknown): Filled[] {
  return questionsOf(of).flatMap((question): Filled[] => {
    const { key, into } = question;
    const answer = answers[key];
    if (into === undefined || answer === undefined || !hasPlaceInRecord(question)) return [];
    const before = record(into, answer) ?? undefined;
    const after = inRecordForm(into, answer);
    return sameAnswer(before as Answer, after as Answer) ? [] : [{ key, into, before, after }];
  });
}
