/** Where an ask stands. `drafted` to `with us` are open; `refused` waits for somebody of the firm to decide what becomes of it. */
export const ASK_STATES = ['drafted', 'planned', 'with the client', 'with us', 'done', 'refused', 'withdrawn', 'expired'] as const;
export type AskState = (typeof ASK_STATES)[number];

export interface AskMove {
  /** The verb of the move, as histories and code know it. */
  name: string;
  from: AskState;
  to: AskState;
}

const moves = (name: string, from: readonly AskState[], to: AskState): AskMove[] => from.map((one) => ({ name, from: one, to }));

/** Every move that an ask can make. What is not here cannot happen. */
export const ASK_MOVES: readonly AskMove[] = [
  ...moves('plan', ['drafted'], 'planned'),
  ...moves('unplan', ['planned'], 'drafted'),
  ...moves('send', ['drafted', 'planned'], 'with the client'),
  // Nobody could be written to: a person of the firm has to tell the client in another way.
  ...moves('keep', ['drafted', 'planned'], 'with us'),
  ...moves('answer', ['with the client'], 'with us'),
  // Also when a person has told the client of what could not be sent.
  ...moves('hand back', ['with us'], 'with the client'),
  // What is planned can come before it was asked for.
  ...moves('complete', ['drafted', 'planned', 'with the client', 'with us'], 'done'),
  ...moves('refuse', ['with the client', 'with us'], 'refused'),
  ...moves('ask again', ['refused'], 'with the client'),
  // Somebody else is asked in place of whoever refused, and cannot be written to.
  ...moves('ask again', ['refused'], 'with us'),
  ...moves('withdraw', ['drafted', 'planned', 'with the client', 'with us', 'refused', 'expired'], 'withdrawn'),
  ...moves('expire', ['planned', 'with the client', 'with us'], 'expired'),
  ...moves('extend', ['expired'], 'with the client'),
  ...moves('reopen', ['done'], 'with the client'),
  ...moves('reopen', ['done'], 'with us'),
  ...moves('reopen', ['done'], 'planned'),
  ...moves('restore', ['withdrawn'], 'with the client'),
  ...moves('restore', ['withdrawn'], 'with us'),
  ...moves('restore', ['withdrawn'], 'refused'),
  ...moves('restore', ['withdrawn'], 'planned'),
];

/**
 * The move that leads from one state to another.
 * @throws Error where no move does: a fault of the program, not of a person
 * @example moveOfAsk('done', 'with the client').name // 'reopen'
 */
export function moveOfAsk(from: AskState, to: AskState): AskMove {
  const move = ASK_MOVES.find((one) => one.from === from && one.to === to);
  if (!move) throw new Error(`An ask cannot go from "${from}" to "${to}"`);
  return move;
}

/** Whether somebody still has something to do for it: the client, or the firm. */
export const isOpenAsk = (state: AskState): boolean => ['drafted', 'planned', 'with the client', 'with us'].includes(state);
