export { foundByName, foundIn } from './found-sql';
export { SearchResults } from './search-results';
