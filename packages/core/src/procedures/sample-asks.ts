import type { AskOfPhase } from './moves';

/** Asks of a phase as tests need them. */
export const askOf = (phaseKey: string, done: boolean, more: Partial<AskOfPhase> = {}): AskOfPhase => ({
  phaseKey,
  kind: 'request',
  planKey: null,
  holds: true,
  done,
  doneWords: 'the client has answered everything',
  ...more,
});
/** The same for a signature. */
export const signatureOf = (phaseKey: string, done: boolean): AskOfPhase => askOf(phaseKey, done, { kind: 'signature', doneWords: 'everything is signed' });
