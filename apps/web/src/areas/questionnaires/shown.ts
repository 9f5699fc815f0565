import type { QuestionnairePart } from '@steady/contract/questionnaires';
import { part } from '../../app/area';
import type { AskKindShown } from '../../app/ask-kind';

/** Questionnaires among the asks. */
export const questionnaireShown: AskKindShown<QuestionnairePart> = {
  kind: 'questionnaire',
  before: 'Questionnaire: ',
  begin: { words: 'Send a questionnaire', Leaf: part(() => import('./ask-leaf'), 'AskQuestionnaireLeaf') },
  progress: ({ part: { answered } }) => ({ done: answered.are, of: answered.of, word: 'answered' }),
  Body: part(() => import('./questionnaire-body'), 'QuestionnaireBody'),
};
