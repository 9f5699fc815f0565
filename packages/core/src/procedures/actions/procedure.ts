import type { ActionKind } from './kind';
import { isText } from './shape';

export const procedure: ActionKind<'procedure'> = {
  words: 'begin another job by a procedure',
  wrong: ({ procedureId }) => (isText(procedureId, 60) ? null : 'choose the procedure'),
  sentence: ({ procedureId }, names) => `Begins another job by "${names.procedure(procedureId)}"`,
  leavesTheHouse: false,
  onPaper: () => ({}),
  fresh: ({ procedures }) => ({ procedureId: procedures }),
  fields: [{ is: 'chosen', of: 'procedures', at: 'procedureId', label: 'Which procedure', none: 'there is no procedure yet' }],
};
