import type { Tx } from './tx';

/** What was tried for many at once was given up: one of them failed, and each is to be done by itself. */
export class GivenUpError extends Error {}

/** Transactions in which statements of several acts come between one another, with whether one of the acts has failed. */
const atOnce = new WeakMap<Tx, { failed: boolean }>();

/** Several acts are tried in the transaction beside each other from here on, until it is told that they have ended. */
export function beginAtOnce(tx: Tx): { trial: { failed: boolean }; end: () => void } {
  const trial = { failed: false };
  atOnce.set(tx, trial);
  return { trial, end: () => void atOnce.delete(tx) };
}

/** The trial of which acts in the transaction are a part, if there is one. */
export const trialOf = (tx: Tx): { failed: boolean } | undefined => atOnce.get(tx);

/** For what changes how the transaction sees things for a while: statements of others may not come between. @throws GivenUpError where they might */
export function mustBeAlone(tx: Tx): void {
  const trial = atOnce.get(tx);
  if (!trial) return;
  trial.failed = true;
  throw new GivenUpError('This is done with nothing else beside it');
}
