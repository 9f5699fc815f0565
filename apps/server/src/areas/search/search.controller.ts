import { Controller } from '@nestjs/common';
import { Find } from '@steady/contract/queries';
import type { Found } from '@steady/contract/search';
import * as routes from '@steady/contract/search.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { SearchResults } from './search-results';

/** One search over the names of what areas know. */
@Controller()
export class SearchController {
  constructor(private readonly results: SearchResults) {}

  @Does(routes.find, { query: Find })
  async find({ work, query: { find = '' } }: Asked<typeof routes.find>): Promise<Found[]> {
    const text = find.trim().slice(0, 100);
    return text ? this.results.find(work, text) : [];
  }
}
