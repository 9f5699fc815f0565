import { isDay } from '../calendar';
import { isIban, isMoney } from '../money';
import { MONEY_LIMIT } from '../details';
import type { Answer, PeriodAnswer, PersonAnswer, Question, QuestionKind } from './questionnaire';

const MOST_ROWS = 200;
const isText = (value: unknown, most: number): value is string => typeof value === 'string' && value.trim() !== '' && value.length <= most;
const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
const isTexts = (value: unknown): value is string[] => Array.isArray(value) && value.length > 0 && value.every((one) => typeof one === 'string');

const whyNotPeriod = (value: unknown) => {
  const { from, until } = (isRecord(value) ? value : {}) as Partial<PeriodAnswer>;
  if (typeof from !== 'string' || typeof until !== 'string' || !isDay(from) || !isDay(until)) return 'Give the first and the last day.';
  return from <= until ? null : 'The last day is before the first.';
};
const whyNotPerson = (value: unknown) => {
  const { name, relation, born } = (isRecord(value) ? value : {}) as Partial<PersonAnswer>;
  if (!isText(name, 120)) return 'Give their name.';
  if (relation !== undefined && !isText(relation, 80)) return 'Say in a few words what they are to you.';
  return born === undefined || isDay(born) ? null : 'Give the day of birth, or leave it empty.';
};
const whyNotTable = (given: unknown, columns: number) => {
  const value = isRecord(given) ? given.rows : null;
  if (!Array.isArray(value) || value.length === 0) return 'Fill in at least one row.';
  if (value.length > MOST_ROWS) return `${MOST_ROWS} rows at most: send a file for more.`;
  const sound = value.every((row) => Array.isArray(row) && row.length === columns && row.every((cell) => typeof cell === 'string' && cell.length <= 300));
  if (!sound) return 'A row does not fit the columns.';
  return value.some((row) => (row as string[]).some((cell) => cell.trim() !== '')) ? null : 'Fill in at least one row.';
};

const CHECKS: Record<QuestionKind, (value: unknown, of: Question) => string | null> = {
  'short text': (value) => (isText(value, 300) ? null : 'Write a few words, 300 characters at most.'),
  'long text': (value) => (isText(value, 5000) ? null : 'Write an answer, 5,000 characters at most.'),
  'yes or no': (value) => (typeof value === 'boolean' ? null : 'Say yes or no.'),
  'one of': (value, { choices = [] }) => (typeof value === 'string' && choices.includes(value) ? null : 'Choose one of them.'),
  'many of': (value, { choices = [] }) => (isTexts(value) && value.every((one) => choices.includes(one)) ? null : 'Choose at least one.'),
  number: (value) => (typeof value === 'number' && Number.isFinite(value) && Math.abs(value) <= 1e12 ? null : 'Give a number, in figures.'),
  money: (value) => (isMoney(value) && Math.abs(value.amount) <= MONEY_LIMIT ? null : 'Give an amount, for example 1,250.00.'),
  date: (value) => (typeof value === 'string' && isDay(value) ? null : 'Give a day, for example 23 Apr 2026.'),
  period: whyNotPeriod,
  address: (value) => (isRecord(value) && isText(value.street, 160) && isText(value.town, 120) ? null : 'Give the street and the town.'),
  'bank account': (value) =>
    typeof value === 'string' && isIban(value)
      ? null
      : 'This account number (IBAN) cannot be right: its check digits do not fit. Compare it with your bank card.',
  person: whyNotPerson,
  table: (value, { columns = [] }) => whyNotTable(value, columns.length),
  file: (value) => (isTexts(value) && value.length <= 20 ? null : 'Send at least one file.'),
  statement: (value) => (value === true ? null : 'Confirm it, or ask us about it.'),
};

/**
 * Why a value does not answer a question, in words for whoever answers; null where it does.
 *
 * @example whyNotAnswer({ key: 'cars', kind: 'number', words: 'How many cars?' }, 2) // null
 */
export const whyNotAnswer = (question: Question, value: unknown): string | null => CHECKS[question.kind](value, question);

/** Whether two answers say the same. */
export const sameAnswer = (a: Answer | undefined, b: Answer | undefined): boolean => plain(a) === plain(b);

const plain = (value: unknown): string =>
  isRecord(value)
    ? JSON.stringify(
        Object.fromEntries(
          Object.entries(value)
            .filter(([, part]) => part !== undefined && part !== '')
            .sort(),
        ),
      )
    : (JSON.stringify(value) ?? '');
