export { SearchResults } from './search-results';
