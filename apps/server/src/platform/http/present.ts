import { Injectable } from '@nestjs/common';
import type { Work } from '../work/work';

type View = (work: Work, id: string) => Promise<unknown>;

/**
 * What a record is at present, as whoever asks may see it: told to the second of two who change it at once. Areas say what
 * their records look like; a refusal never carries a row of a table.
 */
@Injectable()
export class Present {
  private readonly views = new Map<string, View>();

  /** @param what the record in words, as `Problem.stale` names it. */
  register(what: string, view: View): void {
    this.views.set(what, view);
  }

  /** The view of a record; null where it may not be seen any more. */
  async of(work: Work, what: string, id: string): Promise<unknown> {
    return (await this.views.get(what)?.(work, id)) ?? null;
  }
}
