import { Area } from '../../platform/area';
import { SearchController } from './search.controller';

@Area({ controllers: [SearchController], services: [] })
export class SearchModule {}
