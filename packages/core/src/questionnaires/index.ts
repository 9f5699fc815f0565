export {
  type Answer,
  type Answers,
  type PeriodAnswer,
  type PersonAnswer,
  QUESTION_KINDS,
  type Question,
  type QuestionKind,
  type QuestionSection,
  type Questionnaire,
  type TableAnswer,
  type Target,
  answerFact,
  questionsOf,
} from './questionnaire';
export { sameAnswer, whyNotAnswer } from './answers';
export { type Wanting, answeredOf, answersSent, askedKeys, askedSections, changedSince, wantingOf } from './asked';
export { questionnaireFaults } from './faults';
export { type Filled, hasPlaceInRecord, inRecordForm, intoRecord } from './into-record';
export { answerInWords, maskedAccount } from './in-words';
