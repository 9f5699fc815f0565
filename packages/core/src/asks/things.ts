/**
 * How one thing stands that the work of a job needs from its client: nobody has asked for it yet, it was asked and is missing, it was sent
 * back, the client asks about it, it came and nobody has looked, it is there, it comes from elsewhere, it was refused; and what somebody of
 * the firm has to confirm.
 */
export const THING_STATES = ['missing', 'sent back', 'their question', 'came in', 'to ask', 'to confirm', 'received', 'from elsewhere', 'refused'] as const;
export type ThingState = (typeof THING_STATES)[number];

/** The client owes it. */
export const isOwed = (state: ThingState): boolean => state === 'missing' || state === 'sent back';

/** It lies with the firm: to be looked at, answered, asked for, confirmed. */
export const isForFirm = (state: ThingState): boolean => ['their question', 'came in', 'to ask', 'to confirm', 'refused'].includes(state);

/** How many of the things of one job are there. What comes from elsewhere, and what the firm confirms, is not counted. */
export function countIn(states: readonly ThingState[]): { done: number; of: number } {
  const counted = states.filter((state) => state !== 'from elsewhere' && state !== 'to confirm');
  return { done: counted.filter((state) => state === 'received').length, of: counted.length };
}
