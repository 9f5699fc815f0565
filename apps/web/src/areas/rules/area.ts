import { type Area, page } from '../../app/area';

export const rulesArea: Area = {
  pages: [page('firm/rules', () => import('./rules-page'), 'RulesPage'), page('firm/rules/:id', () => import('./rule-page'), 'RulePage')],
  firmPages: [{ to: '/firm/rules', words: 'Filing rules', at: 40, end: false }],
};
