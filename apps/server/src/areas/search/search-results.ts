import { Injectable } from '@nestjs/common';
import { type Looked, bestFirst, lookedFor } from '@steady/core/searching';
import type { Found } from '@steady/contract/search';
import type { Work } from '../../platform/work';

/** As many of each kind are shown. */
const EACH = 8;

type Finder = (work: Work, looked: Looked) => Promise<Found[]>;

/** What the search finds, brought by the areas that know it. */
@Injectable()
export class SearchResults {
  private finders: { at: number; find: Finder }[] = [];

  /** @param at where its results stand among those of others that fit as well, the smaller first */
  bring(at: number, find: Finder): void {
    this.finders = [...this.finders, { at, find }].sort((a, b) => a.at - b.at);
  }

  /** What fits best first, whatever its kind. */
  async find(work: Work, text: string): Promise<Found[]> {
    const looked = lookedFor(text);
    if (looked.patterns.length === 0) return [];
    const found: Found[] = [];
    for (const { find } of this.finders) found.push(...(await find(work, looked)));
    return bestFirst(found, looked, EACH);
  }
}
