import type { ActionKind } from './kind';
import { isText } from './shape';

export const message: ActionKind<'message'> = {
  words: 'write a message to the client',
  wrong: ({ templateId, words }) => {
    if (words !== undefined) return 'its words are kept with the message';
    return isText(templateId, 60) ? null : 'choose the message';
  },
  sentence: ({ templateId, words }, names) => `Writes "${names.template(templateId)}" to the client${words ? ', in other words' : ''}`,
  leavesTheHouse: true,
  onPaper: () => ({ messages: 1 }),
  fresh: ({ templates }) => ({ templateId: templates }),
  fields: [{ is: 'chosen', of: 'templates', at: 'templateId', label: 'Which message', none: 'write one under Firm, Messages first' }],
};
