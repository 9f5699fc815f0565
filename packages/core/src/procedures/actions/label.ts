import type { ActionKind } from './kind';
import { isText } from './shape';

export const label: ActionKind<'label'> = {
  words: 'put a label on the client, or take it off',
  wrong: (given) => (isText(given.label, 60) && typeof given.put === 'boolean' ? null : 'name the label, at most 60 letters'),
  sentence: (action) => (action.put ? `Puts the label "${action.label}" on the client` : `Takes the label "${action.label}" off the client`),
  leavesTheHouse: false,
  onPaper: () => ({}),
  fresh: () => ({ label: '', put: true }),
  fields: [
    {
      is: 'one of',
      at: 'put',
      label: 'Add or remove',
      options: [
        { value: true, words: 'put on' },
        { value: false, words: 'remove' },
      ],
    },
    { is: 'words', at: 'label', label: 'Label' },
  ],
};
