import { conditionFaults } from '../conditions';
import { QUESTION_KINDS, type Question, type Questionnaire, factsIn, questionOfFact, questionsOf } from './questionnaire';

const MOST_SECTIONS = 30;
const MOST_QUESTIONS = 200;
const KEY = /^[a-z0-9][a-z0-9-]{0,39}$/;
const isText = (value: unknown, most: number): value is string => typeof value === 'string' && value.trim() !== '' && value.length <= most;
const isList = (value: unknown): value is string[] => Array.isArray(value) && value.length > 0 && value.length <= 50 && value.every((one) => isText(one, 200));

function questionFaults(given: unknown): string[] {
  const question = given as Question;
  if (typeof question !== 'object' || question === null || !isText(question.words, 500)) return ['Each question wants words.'];
  const named = `"${question.words.slice(0, 60)}"`;
  const faults: string[] = [];
  if (typeof question.key !== 'string' || !KEY.test(question.key)) faults.push(`${named} wants a key of small letters and digits.`);
  if (!QUESTION_KINDS.includes(question.kind)) faults.push(`Choose how ${named} is answered.`);
  if (question.help !== undefined && !isText(question.help, 1000)) faults.push(`The help of ${named} is too long, or empty.`);
  if ((question.kind === 'one of' || question.kind === 'many of') && !isList(question.choices)) faults.push(`Give the choices of ${named}.`);
  else if (question.choices && new Set(question.choices).size < question.choices.length) faults.push(`A choice of ${named} stands there twice.`);
  if (question.kind === 'table' && (!isList(question.columns) || question.columns.length > 8)) faults.push(`Give one to eight columns of ${named}.`);
  if (question.onlyIf !== undefined) faults.push(...conditionFaults(question.onlyIf).map((fault) => `${named}: ${fault}`));
  return faults;
}

/** Questions that are asked only where an answer is so which they decide themselves, one after the other. */
function roundabout(questions: readonly Question[]): Question | null {
  const known = new Map(questions.map((one) => [one.key, one]));
  const settled = new Set<string>();
  const leadsBack = (key: string, above: ReadonlySet<string>): boolean => {
    if (above.has(key)) return true;
    const question = known.get(key);
    if (!question?.onlyIf || settled.has(key)) return false;
    const within = new Set([...above, key]);
    const back = factsIn(question.onlyIf).some((fact) => {
      const other = questionOfFact(fact);
      return other !== null && leadsBack(other, within);
    });
    if (!back) settled.add(key);
    return back;
  };
  return questions.find(({ key }) => leadsBack(key, new Set())) ?? null;
}

/**
 * What keeps a piece of data from being a questionnaire, in words; nothing when it is one. For what comes from outside.
 */
export function questionnaireFaults(given: unknown): string[] {
  const of = given as Questionnaire;
  if (typeof of !== 'object' || of === null || !Array.isArray(of.sections) || of.sections.length === 0) return ['A questionnaire wants at least one section.'];
  if (of.sections.length > MOST_SECTIONS) return [`A questionnaire has ${MOST_SECTIONS} sections at most.`];
  const faults: string[] = [];
  for (const section of of.sections as unknown[]) {
    const { name, key, questions } = (section ?? {}) as Questionnaire['sections'][number];
    if (!isText(name, 160)) faults.push('Give each section a name.');
    if (typeof key !== 'string' || !KEY.test(key)) faults.push('Each section wants a key of small letters and digits.');
    if (!Array.isArray(questions) || questions.length === 0) faults.push(`"${isText(name, 160) ? name : 'A section'}" has no question.`);
    else faults.push(...questions.flatMap(questionFaults));
  }
  if (faults.length > 0) return faults;
  const questions = questionsOf(of);
  if (questions.length > MOST_QUESTIONS) return [`A questionnaire has ${MOST_QUESTIONS} questions at most.`];
  const keys = new Set(questions.map(({ key }) => key));
  if (keys.size < questions.length) faults.push('Two questions have the same key.');
  for (const { words, onlyIf } of questions)
    for (const fact of onlyIf ? factsIn(onlyIf) : []) {
      const other = questionOfFact(fact);
      if (other !== null && !keys.has(other)) faults.push(`"${words.slice(0, 60)}" looks at an answer that is not asked for.`);
    }
  const turning = faults.length === 0 ? roundabout(questions) : null;
  if (turning) faults.push(`Whether "${turning.words.slice(0, 60)}" is asked depends, in the end, on its own answer.`);
  return faults;
}
