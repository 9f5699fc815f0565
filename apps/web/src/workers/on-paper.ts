import { expose } from 'comlink';
import { addWorkingDays, civil, openWeek } from '@steady/core/calendar';
import type { FactNames } from '@steady/core/conditions';
import { type ClientOnPaper, type OnPaper, type Procedure, onPaper } from '@steady/core/procedures';

export interface AskedOnPaper {
  procedure: Procedure;
  clients: ClientOnPaper[];
  /** What facts of the firm's own are called. */
  names: FactNames;
  /** ISO day on which jobs would begin. */
  start: string;
  /** Messages a day to one person, at most. */
  perDay: number;
}

/** Working days until the target of such a job. */
const DAYS = 20;

/** Runs every client through a procedure, away from the page, so that typing never waits for it. */
function run({ procedure, clients, names, start, perDay }: AskedOnPaper): OnPaper {
  const dates = { start: civil(start), target: addWorkingDays(civil(start), DAYS) };
  const unnamed = () => '';
  const of = { template: unnamed, procedure: unnamed, signingKind: unnamed, detail: unnamed, facts: names };
  return onPaper(procedure, clients, names, { dates, calendar: openWeek, names: of, perDay });
}
expose(run);
