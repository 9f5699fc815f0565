import type { KnownFact } from '../rules';
import { type Question, type QuestionKind, type Questionnaire, answerFact, questionsOf } from '@steady/core/questionnaires';

/** A key for something new that no other one has. */
export function newKey(words: string, taken: readonly string[]): string {
  const plain =
    words
      .toLowerCase()
      .normalize('NFD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 30) || 'question';
  let key = plain;
  for (let n = 2; taken.includes(key); n += 1) key = `${plain}-${n}`;
  return key;
}

export const newQuestion = (of: Questionnaire): Question => ({
  key: newKey(
    'question',
    questionsOf(of).map(({ key }) => key),
  ),
  kind: 'short text',
  words: '',
});

/** Without lines that were left empty while choices were typed. */
export const tidy = ({ sections }: Questionnaire): Questionnaire => ({
  sections: sections.map((section) => ({
    ...section,
    questions: section.questions.map(({ choices, columns, ...question }) => ({
      ...question,
      ...(choices ? { choices: choices.filter(Boolean) } : {}),
      ...(columns ? { columns: columns.filter(Boolean) } : {}),
    })),
  })),
});

export const EMPTY: Questionnaire = { sections: [{ key: 'section', name: '', questions: [{ key: 'question', kind: 'short text', words: '' }] }] };

/** How each kind of answer is called where it is chosen. */
export const KIND_WORDS: Record<QuestionKind, string> = {
  'short text': 'a few words',
  'long text': 'a longer text',
  'yes or no': 'yes or no',
  'one of': 'one of several',
  'many of': 'any of several',
  number: 'a number',
  money: 'an amount',
  date: 'a day',
  period: 'a period',
  address: 'an address',
  'bank account': 'a bank account (IBAN)',
  person: 'a person',
  table: 'rows of a table',
  file: 'files',
  statement: 'something to confirm',
};

const TESTED: Partial<Record<QuestionKind, KnownFact['kind']>> = {
  'yes or no': 'yes or no',
  'one of': 'choice',
  number: 'number',
  money: 'number',
  date: 'date',
  'short text': 'text',
  statement: 'yes or no',
};

/** What conditions of a question can look at: answers to the other questions. */
export function answersKnown(of: Questionnaire, but: string): KnownFact[] {
  return questionsOf(of).flatMap(({ key, kind, words, choices = [] }): KnownFact[] => {
    if (key === but || words.trim() === '') return [];
    const said = words.length > 50 ? `${words.slice(0, 50)} …` : words;
    if (kind === 'many of') return choices.map((choice) => ({ fact: answerFact(key, choice), words: `“${said}” names ${choice}`, kind: 'yes or no' }));
    const tested = TESTED[kind];
    return tested ? [{ fact: answerFact(key), words: `“${said}”`, kind: tested, choices: choices.map((value) => ({ value, words: value })) }] : [];
  });
}
