import { addWorkingDays, civil } from '@steady/core/calendar';
import { holidayCalendar } from '@steady/core/holidays';
import type { FactNames } from '@steady/core/conditions';
import { type ClientOnPaper, type Procedure, story } from '@steady/core/procedures';

export interface AskedStory {
  id: number;
  procedure: Procedure;
  client: ClientOnPaper;
  /** ISO day. */
  start: string;
  /** Working days until our target. */
  days: number;
  country: string;
  /** What templates, procedures and details are called, by id. */
  names: Record<string, string>;
  /** What facts of the firm's own are called. */
  facts: FactNames;
}

export interface ToldStory {
  id: number;
  days: { day: string; lines: string[] }[];
}

/** Tells one client's way through a procedure day by day; in a worker, as the tables of holidays are large. */
self.onmessage = ({ data }: MessageEvent<AskedStory>) => {
  const start = civil(data.start);
  const calendar = holidayCalendar(data.country, { from: start.year, until: start.year + 2 });
  const name = (id: string) => data.names[id] ?? 'something not chosen yet';
  const told = story(data.procedure, data.client, { start, target: addWorkingDays(start, data.days, calendar) }, calendar, {
    template: name,
    procedure: name,
    detail: name,
    facts: data.facts,
  });
  self.postMessage({ id: data.id, days: told.map(({ day, lines }) => ({ day: day.toString(), lines })) } satisfies ToldStory);
};
