import { Injectable } from '@nestjs/common';
import type { FailedLine, First, TodayView } from '@steady/contract/today';
import { type Work, staffId } from '../../platform/work';

/** So many of each kind stand on the page; how many there are in all is said beside them. */
export const SHOWN = 100;
export const SHOWN_IN_PASSING = 20;

/** Whose day is looked at. */
export interface TodayAsked {
  /** Only the person's own clients and tasks. */
  mine: boolean;
  me: string;
}

/** A row with how many rows there are in all, as `count(*) over ()` gives it. */
export type Counted<T> = T & { inAll: number };
export const first = <T extends object>(found: Counted<T>[]): First<T> => ({
  rows: found.map(({ inAll: _, ...row }) => row as unknown as T),
  count: found[0]?.inAll ?? 0,
});

type Part = (work: Work, asked: TodayAsked) => Promise<Partial<TodayView>>;
type Failures = (work: Work, most: number) => Promise<First<FailedLine>>;

/** The parts of Today, brought by the areas that know what needs somebody. */
@Injectable()
export class TodayParts {
  private readonly parts: Part[] = [];
  private readonly failures: Failures[] = [];

  bring(part: Part): void {
    this.parts.push(part);
  }

  /** Things of one area that should have happened by themselves and did not, the newest first. */
  bringFailures(read: Failures): void {
    this.failures.push(read);
  }

  /** What needs this person now: of the whole firm, or of the person's own clients and tasks. */
  async view(work: Work, mine: boolean): Promise<TodayView> {
    const asked = { mine, me: staffId(work) };
    const view: Partial<TodayView> = { failed: await this.failed(work) };
    for (const part of this.parts) Object.assign(view, await part(work, asked));
    return view as TodayView;
  }

  private async failed(work: Work): Promise<First<FailedLine>> {
    const all: First<FailedLine> = { rows: [], count: 0 };
    for (const read of this.failures) {
      const { rows, count } = await read(work, SHOWN_IN_PASSING);
      all.rows.push(...rows);
      all.count += count;
    }
    all.rows.sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
    return { ...all, rows: all.rows.slice(0, SHOWN_IN_PASSING) };
  }
}
