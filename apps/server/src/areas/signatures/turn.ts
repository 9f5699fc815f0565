import { SIGNATURE } from '@steady/core/procedures';

/** What is said to one who signs where it is not, or not any more, their turn. */
export const TURN = {
  kind: SIGNATURE,
  done: { code: 'signed-already', words: 'This is signed already, thank you.' },
  waits: 'Somebody before them has not signed yet.',
};
