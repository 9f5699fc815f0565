import { expose } from 'comlink';
import { addWorkingDays, civil } from '@steady/core/calendar';
import type { FactNames } from '@steady/core/conditions';
import { type ClientOnPaper, type Procedure, story } from '@steady/core/procedures';

export interface AskedStory {
  procedure: Procedure;
  client: ClientOnPaper;
  /** ISO day. */
  start: string;
  /** Working days until our target. */
  days: number;
  /** Days on which nobody works, ISO date and name. */
  closed: [day: string, name: string][];
  /** What templates, procedures and details are called, by id. */
  names: Record<string, string>;
  /** What facts of the firm's own are called. */
  facts: FactNames;
}

export interface ToldDay {
  day: string;
  lines: string[];
  /** How many messages go to each of the client’s people on it. */
  contacts: number;
}

/** Tells one client's way through a procedure day by day, away from the page: a procedure of a year takes a while to tell. */
function tell(data: AskedStory): ToldDay[] {
  const start = civil(data.start);
  const calendar = { closed: new Map(data.closed) };
  const name = (id: string) => data.names[id] ?? 'something not chosen yet';
  const told = story(data.procedure, data.client, { start, target: addWorkingDays(start, data.days, calendar) }, calendar, {
    template: name,
    procedure: name,
    signingKind: name,
    detail: name,
    facts: data.facts,
  });
  return told.map(({ day, ...of }) => ({ day: day.toString(), ...of }));
}
expose(tell);
