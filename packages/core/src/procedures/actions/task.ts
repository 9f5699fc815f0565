import { taskShape } from '../task-shape';
import type { ActionKind } from './kind';

export const task: ActionKind<'task'> = {
  words: 'add a task',
  wrong: (given, where) =>
    typeof given.task === 'object' && given.task !== null ? taskShape(given.task as Record<string, unknown>, where).join('; ') || null : 'write down the task',
  sentence: (action) => `Adds the task "${action.task.name}" for the ${action.task.role}`,
  leavesTheHouse: false,
  onPaper: (action) => ({ task: { minutes: action.task.estimate, role: action.task.memberId ? null : action.task.role } }),
  fresh: (_first, key) => ({ task: { key: `${key}-task`, name: '', role: 'preparer', estimate: 15 } }),
  fields: [
    { is: 'words', at: 'task.name', label: 'Name of the task' },
    'for',
    { is: 'role', at: 'task.role' },
    { is: 'figure', at: 'task.estimate', label: 'Minutes' },
    'minutes',
  ],
};
