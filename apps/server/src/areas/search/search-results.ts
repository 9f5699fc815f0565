import { Injectable } from '@nestjs/common';
import type { Found } from '@steady/contract/search';
import type { Work } from '../../platform/work';

/** As many of each kind are shown. */
const EACH = 8;

type Finder = (work: Work, text: string, most: number) => Promise<Found[]>;

/** What the search finds, brought by the areas that know it by name. */
@Injectable()
export class SearchResults {
  private finders: { at: number; find: Finder }[] = [];

  /** @param at where its results stand among those of others, the smaller first */
  bring(at: number, find: Finder): void {
    this.finders = [...this.finders, { at, find }].sort((a, b) => a.at - b.at);
  }

  async find(work: Work, text: string): Promise<Found[]> {
    const found: Found[] = [];
    for (const { find } of this.finders) found.push(...(await find(work, text, EACH)));
    return found;
  }
}
