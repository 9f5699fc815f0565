import { Area } from '../../platform/area';
import { SearchResults } from './search-results';
import { SearchController } from './search.controller';

@Area({ controllers: [SearchController], services: [SearchResults] })
export class SearchModule {}
