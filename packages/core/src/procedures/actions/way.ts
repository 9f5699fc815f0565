import { WAYS_OF_WORK, type WayOfWork } from '../procedure';
import type { ActionKind } from './kind';

export const way: ActionKind<'way'> = {
  words: 'note how the client works: online or on paper',
  wrong: (given) => (WAYS_OF_WORK.includes(given.way as WayOfWork) ? null : 'say whether the client works online or on paper'),
  sentence: (action) => `Notes that the client works ${action.way === 'paper' ? 'on paper' : 'online'} from now on`,
  leavesTheHouse: false,
  onPaper: () => ({}),
  fresh: () => ({ way: 'online' }),
  fields: [
    {
      is: 'one of',
      at: 'way',
      label: 'How the client works',
      options: [
        { value: 'online', words: 'online' },
        { value: 'paper', words: 'on paper' },
      ],
    },
  ],
};
