import { TASK_ROLES, type TaskRole } from '../procedure';
import type { ActionKind } from './kind';
import { isText } from './shape';

export const tell: ActionKind<'tell'> = {
  words: 'tell a person of the firm',
  wrong: (given) => (isText(given.words, 500) && TASK_ROLES.includes(given.role as TaskRole) ? null : 'say whom to tell, and what'),
  sentence: (action) => `Tells the ${action.role}: ${action.words}`,
  leavesTheHouse: false,
  onPaper: () => ({}),
  fresh: () => ({ role: 'manager', words: '' }),
  fields: [
    { is: 'role', at: 'role' },
    { is: 'words', at: 'words', label: 'What to tell' },
  ],
};
