import { type Area, page } from '../../app/area';
import { questionnaireShown } from './shown';

export const questionnairesArea: Area = {
  pages: [
    page('firm/questionnaires', () => import('./templates-page'), 'QuestionnairesPage'),
    page('firm/questionnaires/:id', () => import('./template-page'), 'QuestionnairePage'),
  ],
  firmPages: [{ to: '/firm/questionnaires', words: 'Questionnaires', at: 32, end: false }],
  askKind: questionnaireShown,
};
