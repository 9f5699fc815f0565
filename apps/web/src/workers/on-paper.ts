import { expose } from 'comlink';
import type { FactNames } from '@steady/core/conditions';
import { type ClientOnPaper, type OnPaper, type Procedure, onPaper } from '@steady/core/procedures';

export interface AskedOnPaper {
  procedure: Procedure;
  clients: ClientOnPaper[];
  /** What facts of the firm's own are called. */
  names: FactNames;
}

/** Runs every client through a procedure, away from the page, so that typing never waits for it. */
const run = ({ procedure, clients, names }: AskedOnPaper): OnPaper => onPaper(procedure, clients, names);
expose(run);
