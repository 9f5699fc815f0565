export { foundByName, foundIn, foundInTexts } from './found-sql';
export { SearchResults } from './search-results';
